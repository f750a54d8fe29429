import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { inALine } from "../../api/words";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { Button } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { TextField } from "../../ui/Fields";
import { Head, Page, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Form, FormProblem, Saved } from "../../ui/Form";
import { Stale } from "../../ui/Stale";
import { useForm } from "../../ui/useForm";
import { Waiting } from "../../ui/Waiting";
import { SettingsFrame } from "../SettingsFrame";
import { Busy } from "./Busy";
import { Factor } from "./Factor";
import { OwnCalendar } from "./OwnCalendar";
import { Hours, type OpenHours } from "./Hours";
import { FullCare } from "./fullCare";
import { type Choices, Intervals } from "./Intervals";
import { without } from "./without";

interface Chosen {
  intervals: Choices;
  version: number;
  hours?: OpenHours;
  costs?: Schemas["PlanCosts"];
  factors?: Record<string, Schemas["UseFactor"]>;
  busy?: Schemas["BusyTime"][];
  calendar?: string;
  uses?: string[];
  meterNumber?: string;
}

type ShopChosen = Schemas["ShopPlanning"];

const ofShop = ({ intervals, version, hours, costs, uses }: ShopChosen): Chosen => ({
  intervals: intervals as Choices,
  version,
  hours: hours as OpenHours,
  costs,
  factors: uses as Record<string, Schemas["UseFactor"]>,
});

/** What somebody else has chosen meanwhile. */
function inWords({ intervals, busy, uses }: Chosen, rules: Schemas["RuleAnswer"][]): string {
  const own = rules.filter((r) => intervals[r.code]).map((r) => r.name.toLowerCase());
  return [
    own.length > 0 ? `its own interval of ${inALine(own)}` : "no interval of its own",
    busy && (busy.length === 1 ? "one time it can’t be spared" : `${busy.length} times it can’t be spared`),
    uses && (uses.length === 0 ? "no special use" : `used: ${inALine(uses)}`),
  ]
    .filter(Boolean)
    .join(", ");
}

const TITLES = {
  shop: "Hours and intervals of this shop",
  customer: "Busy times and intervals",
  trailer: "Use and intervals",
};

interface Props {
  of?: "shop" | "customer" | "trailer";
  id?: string;
}

/**
 * What planning goes by: hours and money of the shop, how long work lasts, how a trailer is used, when a customer can't
 * spare it.
 */
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
      return ofShop((await answer(shop.GET("/api/settings/planning"))).chosen);
    },
  });
  const name = useName(of, id);
  const content = (
    <>
      {house.data ? (
        <Waiting of={own} what="Reading what is chosen" like="form" />
      ) : (
        <Waiting of={house} what="Reading what is chosen" like="form" />
      )}
      {house.data && own.data && <Fields key={id} of={of} id={id} house={house.data} stands={own.data} />}
    </>
  );
  return of === "shop" ? (
    <SettingsFrame title={TITLES[of]}>{content}</SettingsFrame>
  ) : (
    <Page>
      <Breadcrumbs
        way={[
          ["/yard", "Yard"],
          of === "customer" ? [`/yard/customers/${id}`, name] : [`/yard/trailers/${id}`, name],
        ]}
        here="Planning"
      />
      <Head>
        <h1>{TITLES[of]}</h1>
      </Head>
      {content}
    </Page>
  );
}

/** What the customer or the trailer is called. */
function useName(of: NonNullable<Props["of"]>, id: string): string {
  const path = { id };
  const customer = useQuery({
    queryKey: ["customer", id],
    queryFn: () => answer(shop.GET("/api/yard/customers/{id}", { params: { path } })),
    enabled: of === "customer",
  });
  const trailer = useQuery({
    queryKey: ["trailer", id],
    queryFn: () => answer(shop.GET("/api/yard/trailers/{id}", { params: { path } })),
    enabled: of === "trailer",
  });
  return customer.data?.name ?? trailer.data?.tag ?? (of === "customer" ? "The customer" : "The trailer");
}

function Fields({
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
  const form = useForm({
    start: stands,
    send: async (now): Promise<Chosen> => {
      const path = { id };
      const { intervals, version } = now;
      if (of === "customer")
        return answer(
          shop.PUT("/api/settings/customers/{id}/planning", {
            params: { path },
            body: { busy: now.busy ?? [], calendar: now.calendar ?? "", intervals, version },
          }),
        ) as Promise<Chosen>;
      if (of === "trailer")
        return answer(
          shop.PUT("/api/settings/trailers/{id}/planning", {
            params: { path },
            body: { uses: now.uses ?? [], meterNumber: now.meterNumber ?? "", intervals, version },
          }),
        ) as Promise<Chosen>;
      const { chosen } = await answer(
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
      return ofShop(chosen);
    },
    done: () => queries.invalidateQueries(),
  });
  const { edit: now, change: set } = form;
  const theirsOf = (theirs: { version: number }) =>
    of === "shop" ? ofShop(theirs as ShopChosen) : (theirs as Chosen);
  return (
    <Form of={form}>
      <Stack $gap={28}>
        {now.hours && now.costs && (
          <Hours
            hours={now.hours}
            costs={now.costs}
            ourHours={house.ourHours}
            ourCosts={house.ourCosts}
            at={form.at}
            onHours={(hours) => set({ hours })}
            onCosts={(costs) => set({ costs })}
          />
        )}
        {now.busy && <Busy times={now.busy} at={form.at} onChange={(busy) => set({ busy })} />}
        {now.calendar !== undefined && (
          <OwnCalendar
            customer={id}
            address={now.calendar}
            stands={stands.calendar ?? ""}
            problem={form.at("/calendar")}
            onChange={(calendar) => set({ calendar })}
          />
        )}
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
                problem={form.at("/meterNumber")}
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
                problem={form.at(`/uses/${w.code}`)}
                onChange={(factor) => set({ factors: without(now.factors ?? {}, w.code, factor) })}
              />
            ))}
          </Section>
        )}
        {of === "customer" && (
          <Section>
            <h2>Who does what</h2>
            <div>
              <Checkbox
                checked={FullCare.stands(now.intervals, house.rules)}
                onChange={(on) => set({ intervals: FullCare.choose(now.intervals, house.rules, on) })}
              >
                We do everything for this customer{" "}
                <Quiet>greasing, wheel nuts, hub checks: their trailers are called in for these too</Quiet>
              </Checkbox>
            </div>
          </Section>
        )}
        <Intervals
          rules={of === "shop" ? house.rules.filter((r) => r.code !== "repack") : house.rules}
          chosen={now.intervals}
          advised={of === "shop"}
          shops={of === "shop" ? {} : (house.chosen.intervals as Choices)}
          at={form.at}
          onChange={(intervals) => set({ intervals })}
        />
        <Stale of={form} edit={theirsOf} words={(theirs) => inWords(theirsOf(theirs), house.rules)} />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" $main isDisabled={form.pending}>
            Save
          </Button>
          {form.pending ? (
            <span role="status">Saving, and working out what falls due…</span>
          ) : (
            <Saved of={form} />
          )}
        </Row>
      </Stack>
    </Form>
  );
}
