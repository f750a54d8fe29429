import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop, ShopProblem } from "../../api/client";
import { Button } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { TextField } from "../../ui/Fields";
import { Head, Page, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { useUnsaved } from "../../ui/unsaved";
import { Waiting } from "../../ui/Waiting";
import { SettingsFrame } from "../SettingsFrame";
import { Busy } from "./Busy";
import { Factor } from "./Factor";
import { Hours, type OpenHours } from "./Hours";
import { type Choices, Intervals } from "./Intervals";
import { without } from "./without";

interface Chosen {
  intervals: Choices;
  version: number;
  hours?: OpenHours;
  costs?: Schemas["PlanCosts"];
  factors?: Record<string, Schemas["UseFactor"]>;
  busy?: Schemas["BusyTime"][];
  uses?: string[];
  meterNumber?: string;
}

const TITLES = {
  shop: "Hours and intervals of this shop",
  customer: "When and how often, for this customer",
  trailer: "How it is used, and how often",
};

interface Props {
  of?: "shop" | "customer" | "trailer";
  id?: string;
}

/** What planning goes by: hours and money of the shop, how long work lasts, how a trailer is used, when a customer can't spare it. */
export default function PlanningPage({ of = "shop", id = "" }: Props) {
  const path = { id };
  const house = useQuery({
    queryKey: ["planning"],
    queryFn: () => answer(shop.GET("/api/settings/planning")),
  });
  const own = useQuery({
    queryKey: ["planning", of, id],
    queryFn: async (): Promise<Chosen> => {
      if (of === "customer")
        return answer(
          shop.GET("/api/settings/customers/{id}/planning", { params: { path } }),
        ) as Promise<Chosen>;
      if (of === "trailer")
        return answer(
          shop.GET("/api/settings/trailers/{id}/planning", { params: { path } }),
        ) as Promise<Chosen>;
      const { chosen } = await answer(shop.GET("/api/settings/planning"));
      return {
        intervals: chosen.intervals as Choices,
        version: chosen.version,
        hours: chosen.hours as OpenHours,
        costs: chosen.costs,
        factors: chosen.uses as Record<string, Schemas["UseFactor"]>,
      };
    },
  });
  const content = (
    <>
      {house.data ? (
        <Waiting of={own} what="Reading what is chosen" />
      ) : (
        <Waiting of={house} what="Reading what is chosen" />
      )}
      {house.data && own.data && (
        <Form key={own.data.version} of={of} id={id} house={house.data} stands={own.data} />
      )}
    </>
  );
  return of === "shop" ? (
    <SettingsFrame title={TITLES[of]}>{content}</SettingsFrame>
  ) : (
    <Page>
      <Head>
        <h1>{TITLES[of]}</h1>
        <Link to={of === "customer" ? `/yard/customers/${id}` : `/yard/trailers/${id}`}>Back</Link>
      </Head>
      {content}
    </Page>
  );
}

function Form({
  of,
  id,
  house,
  stands,
}: {
  of: "shop" | "customer" | "trailer";
  id: string;
  house: Schemas["ShopPlanningAnswer"];
  stands: Chosen;
}) {
  const queries = useQueryClient();
  const [now, setNow] = useState(stands);
  const set = (part: Partial<Chosen>) => setNow({ ...now, ...part });
  const typed = useUnsaved({ ...now, version: 0 });
  const save = useMutation({
    mutationFn: async (): Promise<unknown> => {
      typed.sending();
      const path = { id };
      const { intervals, version } = now;
      if (of === "customer")
        return answer(
          shop.PUT("/api/settings/customers/{id}/planning", {
            params: { path },
            body: { busy: now.busy ?? [], intervals, version },
          }),
        );
      if (of === "trailer")
        return answer(
          shop.PUT("/api/settings/trailers/{id}/planning", {
            params: { path },
            body: { uses: now.uses ?? [], meterNumber: now.meterNumber ?? "", intervals, version },
          }),
        );
      return answer(
        shop.PUT("/api/settings/planning", {
          body: {
            hours: now.hours ?? house.chosen.hours,
            costs: now.costs ?? house.chosen.costs,
            intervals,
            uses: now.factors ?? {},
            version,
          },
        }),
      );
    },
    onSuccess: async () => {
      typed.saved();
      await queries.invalidateQueries();
    },
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Stack $gap={28}>
        {now.hours && now.costs && (
          <Hours
            hours={now.hours}
            costs={now.costs}
            ourHours={house.ourHours}
            ourCosts={house.ourCosts}
            refused={refused}
            onHours={(hours) => set({ hours })}
            onCosts={(costs) => set({ costs })}
          />
        )}
        {now.busy && <Busy times={now.busy} refused={refused} onChange={(busy) => set({ busy })} />}
        {now.uses && (
          <Section>
            <h2>How it is used</h2>
            {house.ways.map((w) => {
              const own = (house.chosen.uses as Record<string, Schemas["UseFactor"]>)[w.code];
              return (
                <Checkbox
                  key={w.code}
                  checked={now.uses?.includes(w.code) ?? false}
                  onChange={(on) =>
                    set({
                      uses: on
                        ? [...(now.uses ?? []), w.code]
                        : (now.uses?.filter((u) => u !== w.code) ?? []),
                    })
                  }
                >
                  {w.name}{" "}
                  <Quiet>
                    times {own?.factor ?? w.factor}: {own?.reason ?? w.reason}
                  </Quiet>
                </Checkbox>
              );
            })}
            <div style={{ maxWidth: 320 }}>
              <TextField
                label="Number on its hub odometer"
                hint="for one that reports by itself"
                value={now.meterNumber ?? ""}
                onChange={(meterNumber) => set({ meterNumber })}
                problem={refused?.field("/meterNumber")}
              />
            </div>
          </Section>
        )}
        {now.factors && (
          <Section>
            <h2>What use comes to</h2>
            <Quiet>How long work lasts is multiplied by these, on trailers that are used so.</Quiet>
            {house.ways.map((w) => (
              <Factor
                key={w.code}
                way={w}
                own={now.factors?.[w.code]}
                problem={refused?.field(`/uses/${w.code}`)}
                onChange={(factor) => set({ factors: without(now.factors ?? {}, w.code, factor) })}
              />
            ))}
          </Section>
        )}
        <Intervals
          rules={of === "shop" ? house.rules.filter((r) => r.code !== "repack") : house.rules}
          chosen={now.intervals}
          shops={of === "shop" ? {} : (house.chosen.intervals as Choices)}
          refused={refused}
          onChange={(intervals) => set({ intervals })}
        />
        {refused && <Problem of={refused} />}
        <Row>
          <Button type="submit" $main isDisabled={save.isPending}>
            Save
          </Button>
          {save.isPending && <span role="status">Saving, and working out what falls due…</span>}
        </Row>
      </Stack>
    </form>
  );
}
