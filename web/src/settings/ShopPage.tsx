import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { useWorkerId } from "../api/worker";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Columns, Lines, Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Stale } from "../ui/Stale";
import { PracticeFields } from "../ui/PracticeFields";
import { useShop } from "../api/useShop";
import { note } from "../ui/Notes";
import { Select } from "../ui/Select";
import { Waiting } from "../ui/Waiting";
import { useUnsaved } from "../ui/unsaved";
import { Ours } from "./Ours";
import { SettingsFrame } from "./SettingsFrame";

/** The shop's own choices: its name, how long a repack lasts, which practices it follows, and who works here. */
export default function ShopPage() {
  const house = useShop();
  return (
    <SettingsFrame title={house.data?.name || "Your shop"}>
      <Waiting of={house} what="Reading what the shop has chosen" />
      {house.data && (
        <Columns $shape="minmax(0, 2.2fr) minmax(0, 1fr)">
          <Choices house={house.data} />
          <People house={house.data} />
        </Columns>
      )}
    </SettingsFrame>
  );
}

/** The zone whose midnight begins the shop's day, wherever the server stands. */
function TimeZone({
  value,
  onChange,
  problem,
}: {
  value: string;
  onChange: (zone: string) => void;
  problem: string | undefined;
}) {
  const zones = useQuery({
    queryKey: ["time-zones"],
    queryFn: () => answer(shop.GET("/api/settings/time-zones")),
    staleTime: Infinity,
  });
  const names = zones.data ?? (value ? [value] : []);
  return (
    <Select
      label="Time zone of the shop’s day"
      value={value}
      onChange={onChange}
      problem={problem}
      options={[["", "the server’s own"] as const, ...names.map((z) => [z, z.replaceAll("_", " ")] as const)]}
    />
  );
}

const CURRENCIES = Intl.supportedValuesOf("currency").map((code) => [code, moneyName(code)] as const);

function moneyName(code: string): string {
  const name = new Intl.DisplayNames("en", { type: "currency" }).of(code);
  return name && name !== code ? `${code}, ${name}` : code;
}

/** The money the shop reckons in. Nothing is converted: it is what figures are written in. */
function Currency({
  value,
  onChange,
  problem,
}: {
  value: string;
  onChange: (code: string) => void;
  problem: string | undefined;
}) {
  const known = CURRENCIES.some(([code]) => code === value);
  return (
    <Select
      label="Currency"
      value={value}
      onChange={onChange}
      problem={problem}
      options={known ? CURRENCIES : [[value, value] as const, ...CURRENCIES]}
    />
  );
}

interface Edit {
  name: string;
  months: string;
  repackDistance: string;
  timeZone: string;
  currency: string;
  practices: Schemas["ShopAnswer"]["practices"];
  version: number;
}

const editOf = (house: Schemas["ShopAnswer"]): Edit => ({ ...house, months: String(house.repackMonths) });

function Choices({ house }: { house: Schemas["ShopAnswer"] }) {
  const queries = useQueryClient();
  const [edit, setEdit] = useState(() => editOf(house));
  const change = (part: Partial<Edit>) => setEdit((now) => ({ ...now, ...part }));
  const typed = useUnsaved({ ...edit, version: 0 });
  const save = useMutation({
    mutationFn: () => {
      typed.sending();
      const { name, months, repackDistance, practices, version, timeZone, currency } = edit;
      return answer(
        shop.PUT("/api/settings/shop", {
          body: {
            name,
            repackMonths: Number.parseInt(months, 10) || 0,
            repackDistance,
            practices,
            version,
            timeZone,
            currency,
          },
        }),
      );
    },
    onSuccess: async (now) => {
      typed.saved();
      // What is being typed meanwhile stays; only the version moves on.
      change({ version: now.version });
      queries.setQueryData(["shop"], now);
      await queries.invalidateQueries();
    },
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  const stale = refused?.field("/version") ? (refused.current as Schemas["ShopAnswer"]) : undefined;
  const elsewhere =
    refused && !stale && !["/name", "/repackMonths", "/repackDistance"].some((f) => refused.field(f));
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Stack>
        <TextField
          label="The shop’s name"
          value={edit.name}
          onChange={(name) => change({ name })}
          problem={refused?.field("/name")}
        />
        <TimeZone
          value={edit.timeZone}
          onChange={(timeZone) => change({ timeZone })}
          problem={refused?.field("/timeZone")}
        />
        <Currency
          value={edit.currency}
          onChange={(currency) => change({ currency })}
          problem={refused?.field("/currency")}
        />
        <h2>A bearing repack lasts</h2>
        <TextField
          label="Months"
          value={edit.months}
          onChange={(months) => change({ months })}
          problem={refused?.field("/repackMonths")}
          hint={
            <Ours
              is={edit.months.trim() === String(house.ours.repackMonths)}
              words={`${house.ours.repackMonths} months`}
              source={house.ours.source}
              onBack={() => change({ months: String(house.ours.repackMonths) })}
            />
          }
        />
        <MeasureField
          label="or this road, whichever comes first"
          value={edit.repackDistance}
          onChange={(repackDistance) => change({ repackDistance })}
          quantity="distance"
          example="12,000 mi"
          problem={refused?.field("/repackDistance")}
        />
        <Quiet style={{ fontSize: 15 }}>
          <Ours
            is={edit.repackDistance === house.ours.repackDistance}
            words={house.ours.repackDistance}
            source={house.ours.source}
            onBack={() => change({ repackDistance: house.ours.repackDistance })}
          />
        </Quiet>
        <h2>How this shop works</h2>
        <Quiet>Good practitioners differ. The packet says which practice it follows.</Quiet>
        <PracticeFields
          questions={house.questions}
          answers={edit.practices}
          onChange={(practices) => change({ practices })}
        />
        {stale && (
          <Stale
            message={refused?.message ?? ""}
            onKeep={() => change({ version: stale.version })}
            onTake={() => {
              typed.taken();
              setEdit(editOf(stale));
              save.reset();
            }}
          >
            {stale.name || "a shop without a name"}, a repack every {stale.repackMonths} months or{" "}
            {stale.repackDistance}
          </Stale>
        )}
        {elsewhere && <Problem of={refused} />}
        <Row>
          <Button type="submit" $main isDisabled={save.isPending}>
            Save
          </Button>
          {save.isSuccess && <span role="status">Saved.</span>}
        </Row>
      </Stack>
    </form>
  );
}

function People({ house }: { house: Schemas["ShopAnswer"] }) {
  const queries = useQueryClient();
  const worker = useWorkerId();
  const [name, setName] = useState("");
  const [id, setId] = useState(newId);
  const put = useMutation({
    mutationFn: (p: { id: string; name: string; active: boolean }) =>
      answer(
        shop.PUT("/api/settings/people/{id}", {
          params: { path: { id: p.id } },
          body: { name: p.name, active: p.active },
        }),
      ),
    onSuccess: (now, sent) => {
      queries.setQueryData(["shop"], now);
      if (sent.id !== id)
        note(sent.active ? `${sent.name} is back.` : `${sent.name} is no longer here.`, () =>
          put.mutate({ ...sent, active: !sent.active }),
        );
      if (sent.id === id) {
        setId(newId());
        setName("");
      }
    },
  });
  const refused = put.error instanceof ShopProblem ? put.error : undefined;
  return (
    <Stack>
      <h2>Who works here</h2>
      <Lines>
        {house.people.map((p) => (
          <li key={p.id}>
            <Row style={{ justifyContent: "space-between" }}>
              <span>
                {p.name} {!p.active && <Quiet>no longer here</Quiet>}
              </span>
              {p.id !== worker && (
                <TextButton onPress={() => put.mutate({ ...p, active: !p.active })}>
                  {p.active ? "has left" : "is back"}
                </TextButton>
              )}
            </Row>
          </li>
        ))}
      </Lines>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          put.mutate({ id, name, active: true });
        }}
      >
        <Stack>
          <TextField label="Somebody new" value={name} onChange={setName} problem={refused?.field("/name")} />
          {refused && refused.fields.length === 0 && <Problem of={refused} />}
          <div>
            <Button type="submit" isDisabled={put.isPending}>
              Add
            </Button>
          </div>
        </Stack>
      </form>
    </Stack>
  );
}
