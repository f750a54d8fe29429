import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { dayInWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Head, Page, Quiet, Row, Section, Stack, Table } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Waiting } from "../ui/Waiting";
import { useUnsaved } from "../ui/unsaved";
import { SettingsFrame } from "./SettingsFrame";
import { readNumber } from "../api/numbers";
import { useShop } from "../api/useShop";
import { Checkbox } from "../ui/Checkbox";
import { DateField } from "../ui/DateField";

type OpenHours = Required<Schemas["OpenHours"]>;
type Choices = Record<string, Schemas["IntervalChoice"]>;
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

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

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

/** A record with an entry set, or left out. */
function without<T>(all: Record<string, T>, code: string, one: T | undefined): Record<string, T> {
  const rest = Object.fromEntries(Object.entries(all).filter(([key]) => key !== code));
  return one === undefined ? rest : { ...rest, [code]: one };
}

const whole = (typed: string): number => Math.max(0, Math.round(Number(typed.replace(/[^0-9.]/g, "")) || 0));

function Hours({
  hours,
  costs,
  refused,
  onHours,
  onCosts,
}: {
  hours: OpenHours;
  costs: Schemas["PlanCosts"];
  refused: ShopProblem | undefined;
  onHours: (hours: OpenHours) => void;
  onCosts: (costs: Schemas["PlanCosts"]) => void;
}) {
  const [holiday, setHoliday] = useState("");
  return (
    <Section>
      <h2>When the shop works</h2>
      <Row $gap={16} style={{ alignItems: "flex-start" }}>
        <Small
          label="Bays"
          value={hours.bays}
          problem={refused?.field("/hours/bays")}
          onChange={(bays) => onHours({ ...hours, bays })}
        />
        <Small
          label="People at once"
          value={hours.people}
          problem={refused?.field("/hours/people")}
          onChange={(people) => onHours({ ...hours, people })}
        />
        <Small
          label="Days to get parts"
          value={hours.partsLeadDays}
          problem={refused?.field("/hours/partsLeadDays")}
          onChange={(partsLeadDays) => onHours({ ...hours, partsLeadDays })}
        />
        <Small
          label="A call-in costs"
          value={costs.callIn}
          problem={refused?.field("/costs/callIn")}
          onChange={(callIn) => onCosts({ ...costs, callIn })}
        />
        <Small
          label="An hour costs"
          value={costs.ratePerHour}
          problem={refused?.field("/costs/ratePerHour")}
          onChange={(ratePerHour) => onCosts({ ...costs, ratePerHour })}
        />
      </Row>
      <h3>Hours of each day that go into trailers</h3>
      <Row $gap={16} style={{ alignItems: "flex-start" }}>
        {DAYS.map((day, i) => (
          <Small
            key={day}
            label={day}
            value={hours.hours[i] ?? 0}
            problem={i === 0 ? refused?.field("/hours/hours") : undefined}
            onChange={(h) => onHours({ ...hours, hours: hours.hours.map((was, j) => (j === i ? h : was)) })}
          />
        ))}
      </Row>
      <Row style={{ alignItems: "flex-end" }}>
        <DateField label="A day nobody works" value={holiday} onChange={setHoliday} />
        <Button
          onPress={() => {
            if (holiday) onHours({ ...hours, holidays: [...hours.holidays, holiday] });
            setHoliday("");
          }}
        >
          Add the day
        </Button>
      </Row>
      {hours.holidays.length > 0 && (
        <Quiet>
          {hours.holidays.length} days kept free, the next{" "}
          {hours.holidays[0] && dayInWords(hours.holidays[0])}.{" "}
          <TextButton onPress={() => onHours({ ...hours, holidays: [] })}>Free none</TextButton>
        </Quiet>
      )}
    </Section>
  );
}

function Small({
  label,
  value,
  problem,
  onChange,
}: {
  label: string;
  value: number;
  problem: string | undefined;
  onChange: (value: number) => void;
}) {
  const [typed, setTyped] = useState(String(value));
  const unread = typed.trim() !== "" && readNumber(typed) === null;
  return (
    <div style={{ width: 148 }}>
      <TextField
        label={label}
        value={typed}
        inputMode="decimal"
        problem={unread ? "Write a plain number, such as 1200 or 1,200." : problem}
        onChange={(now) => {
          setTyped(now);
          // What can't be read is never saved as what stood there before.
          if (now.trim() !== "") onChange(readNumber(now) ?? Number.NaN);
        }}
      />
    </div>
  );
}

function Busy({
  times,
  refused,
  onChange,
}: {
  times: Schemas["BusyTime"][];
  refused: ShopProblem | undefined;
  onChange: (times: Schemas["BusyTime"][]) => void;
}) {
  const today = useShop().data?.today;
  const edit = (i: number, part: Partial<Schemas["BusyTime"]>) =>
    onChange(times.map((t, j) => (j === i ? { ...t, ...part } : t)));
  return (
    <Section>
      <h2>When no trailer can be spared</h2>
      {times.map((t, i) => (
        <Row key={i} style={{ alignItems: "flex-end" }}>
          <DateField label="From" value={t.from} onChange={(from) => edit(i, { from })} />
          <DateField
            label="To"
            value={t.to}
            problem={refused?.field(`/busy/${i}/to`)}
            onChange={(to) => edit(i, { to })}
          />
          <TextField label="Why" value={t.why} onChange={(why) => edit(i, { why })} />
          <TextButton onPress={() => onChange(times.filter((_, j) => j !== i))}>leave out</TextButton>
        </Row>
      ))}
      <div>
        <TextButton
          onPress={() => {
            const day = today ?? "";
            onChange([...times, { from: day, to: day, why: "" }]);
          }}
        >
          Add a time
        </TextButton>
      </div>
    </Section>
  );
}

function Factor({
  way,
  own,
  problem,
  onChange,
}: {
  way: Schemas["UseAnswer"];
  own: Schemas["UseFactor"] | undefined;
  problem: string | undefined;
  onChange: (factor: Schemas["UseFactor"] | undefined) => void;
}) {
  return (
    <Row style={{ alignItems: "flex-end" }}>
      <Small
        label={way.name}
        value={own?.factor ?? way.factor}
        problem={problem}
        onChange={(factor) => onChange({ factor, reason: own?.reason ?? way.reason })}
      />
      <div style={{ flex: "1 1 320px" }}>
        <TextField
          label="Because"
          value={own?.reason ?? way.reason}
          onChange={(reason) => onChange({ factor: own?.factor ?? way.factor, reason })}
        />
      </div>
      {own ? (
        <TextButton onPress={() => onChange(undefined)}>as it was</TextButton>
      ) : (
        <Quiet>{way.source}</Quiet>
      )}
    </Row>
  );
}

function Intervals({
  rules,
  chosen,
  shops,
  refused,
  onChange,
}: {
  rules: Schemas["RuleAnswer"][];
  chosen: Choices;
  shops: Choices;
  refused: ShopProblem | undefined;
  onChange: (chosen: Choices) => void;
}) {
  return (
    <Section>
      <Table>
        <caption>How long work lasts</caption>
        <thead>
          <tr>
            <th>Work</th>
            <th>Kept</th>
            <th>Months</th>
            <th>Miles</th>
            <th>By whose choice</th>
          </tr>
        </thead>
        <tbody>
          {rules.map((r) => {
            const own = chosen[r.code];
            const above = shops[r.code];
            const stands = own ?? above ?? { kept: !r.legal, months: null, miles: null };
            const months = stands.months ?? (stands.miles === null ? r.months : null);
            const miles = stands.miles ?? (stands.months === null ? r.miles : null);
            const put = (part: Partial<Schemas["IntervalChoice"]>) =>
              onChange({ ...chosen, [r.code]: { kept: stands.kept, months, miles, ...part } });
            return (
              <tr key={r.code}>
                <td>
                  {r.name}
                  {r.legal && (
                    <>
                      <br />
                      <Quiet>by law where it applies</Quiet>
                    </>
                  )}
                  {refused?.field(`/intervals/${r.code}`) && (
                    <div role="alert" style={{ color: "var(--renew)", fontWeight: 600 }}>
                      {refused.field(`/intervals/${r.code}`)}
                    </div>
                  )}
                </td>
                <td>
                  <Checkbox checked={stands.kept} onChange={(kept) => put({ kept })}>
                    <span className="said">kept</span>
                  </Checkbox>
                </td>
                <td>
                  <input
                    aria-label={`${r.name}, months`}
                    inputMode="numeric"
                    style={{ width: 80, minHeight: 40, padding: "4px 8px" }}
                    value={months ?? ""}
                    onChange={(e) => put({ months: e.target.value === "" ? null : whole(e.target.value) })}
                  />
                </td>
                <td>
                  <input
                    aria-label={`${r.name}, miles`}
                    inputMode="numeric"
                    style={{ width: 110, minHeight: 40, padding: "4px 8px" }}
                    value={miles ?? ""}
                    onChange={(e) => put({ miles: e.target.value === "" ? null : whole(e.target.value) })}
                  />
                </td>
                <td>
                  {own ? (
                    <TextButton
                      onPress={() => onChange(without<Schemas["IntervalChoice"]>(chosen, r.code, undefined))}
                    >
                      as it was
                    </TextButton>
                  ) : above ? (
                    <Quiet>this shop’s</Quiet>
                  ) : (
                    <Quiet>{r.source}</Quiet>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </Section>
  );
}
