import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { FileTrigger } from "react-aria-components/FileTrigger";
import { answer, type Schemas, shop } from "../api/client";
import { newId } from "../api/ids";
import { sendPicture } from "../api/sendPicture";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Mark } from "../ui/Mark";
import { Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { Stale } from "../ui/Stale";
import { PracticeFields } from "../ui/PracticeFields";
import { useShop } from "../api/useShop";
import { Select } from "../ui/Select";
import { Waiting } from "../ui/Waiting";
import { Form, FormProblem, Saved } from "../ui/Form";
import { useForm } from "../ui/useForm";
import { Advised } from "./Advised";
import { Default } from "./Default";
import { SecondLooks } from "./SecondLooks";
import { SettingsFrame } from "./SettingsFrame";

/** The shop's own choices: its name, how long a repack lasts, which practices it follows. */
export default function ShopPage() {
  const house = useShop();
  return (
    <SettingsFrame title={house.data?.name || "Your shop"}>
      <Waiting of={house} what="Reading what the shop has chosen" like="form" />
      {house.data && (
        <div style={{ maxWidth: 640 }}>
          <Choices house={house.data} />
          <ItsMark house={house.data} />
          <SecondLooks />
        </div>
      )}
    </SettingsFrame>
  );
}

/** The picture at the head of the shop's papers. */
function ItsMark({ house }: { house: Schemas["ShopAnswer"] }) {
  const queries = useQueryClient();
  const take = (now: Schemas["ShopAnswer"]) => queries.setQueryData(["shop"], now);
  const send = useMutation({
    mutationFn: ({ id, file }: { id: string; file: File }) =>
      sendPicture<Schemas["ShopAnswer"]>(`/api/settings/mark/${id}`, "PUT", file),
    onSuccess: take,
  });
  const drop = useMutation({
    mutationFn: (id: string) => answer(shop.DELETE("/api/settings/mark/{id}", { params: { path: { id } } })),
    onSuccess: take,
  });
  return (
    <Section style={{ margin: "36px 0" }}>
      <h2>Its mark</h2>
      <Quiet>At the head of every paper, and of what customers see. A picture on white prints best.</Quiet>
      {house.mark && <Mark id={house.mark} />}
      <Row>
        <FileTrigger
          acceptedFileTypes={["image/png", "image/jpeg", "image/webp"]}
          onSelect={(files) => {
            const file = files?.[0];
            if (file) send.mutate({ id: newId(), file });
          }}
        >
          <Button isDisabled={send.isPending}>
            {send.isPending ? "Sending…" : house.mark ? "Take another picture" : "Pick a picture"}
          </Button>
        </FileTrigger>
        {house.mark && (
          <TextButton isDisabled={drop.isPending} onPress={() => house.mark && drop.mutate(house.mark)}>
            Papers without it
          </TextButton>
        )}
      </Row>
      <Problem of={send.error ?? drop.error} />
    </Section>
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
  reached: string;
  paperSize: Schemas["PaperSize"];
  practices: Schemas["ShopAnswer"]["practices"];
  version: number;
}

const editOf = (house: Schemas["ShopAnswer"]): Edit => {
  const { name, repackMonths, repackDistance, timeZone, currency, reached, paperSize, practices, version } =
    house;
  return {
    name,
    months: String(repackMonths),
    repackDistance,
    timeZone,
    currency,
    reached,
    paperSize,
    practices,
    version,
  };
};

function Choices({ house }: { house: Schemas["ShopAnswer"] }) {
  const queries = useQueryClient();
  const form = useForm({
    start: () => editOf(house),
    send: ({ months, ...edit }) =>
      answer(
        shop.PUT("/api/settings/shop", {
          body: { ...edit, repackMonths: Number.parseInt(months, 10) || 0 },
        }),
      ),
    done: async (now) => {
      queries.setQueryData(["shop"], now);
      await queries.invalidateQueries();
    },
  });
  const { edit, change, at } = form;
  return (
    <Form of={form}>
      <Stack>
        <TextField
          label="The shop’s name"
          value={edit.name}
          onChange={(name) => change({ name })}
          problem={at("/name")}
        />
        <TimeZone
          value={edit.timeZone}
          onChange={(timeZone) => change({ timeZone })}
          problem={at("/timeZone")}
        />
        <Currency
          value={edit.currency}
          onChange={(currency) => change({ currency })}
          problem={at("/currency")}
        />
        <TextField
          label="On its papers"
          value={edit.reached}
          onChange={(reached) => change({ reached })}
          problem={at("/reached")}
          hint="Address, number, mail: a line each, under the shop’s name."
          lines
        />
        <Select
          label="Papers are"
          value={edit.paperSize}
          onChange={(paperSize) => change({ paperSize })}
          problem={at("/paperSize")}
          options={[
            ["letter", "Letter, 8 1/2 by 11 in"],
            ["a4", "A4, 210 by 297 mm"],
          ]}
        />
        <h2>A bearing repack lasts</h2>
        <TextField
          label="Months"
          value={edit.months}
          onChange={(months) => change({ months })}
          problem={at("/repackMonths")}
          hint={
            <Default
              is={edit.months.trim() === String(house.ours.repackMonths)}
              words={`${house.ours.repackMonths} months`}
              source={house.ours.source}
              onBack={() => change({ months: String(house.ours.repackMonths) })}
            />
          }
        />
        <Advised rule="repack" />
        <MeasureField
          label="or this road, whichever comes first"
          value={edit.repackDistance}
          onChange={(repackDistance) => change({ repackDistance })}
          quantity="distance"
          example="12,000 mi"
          problem={at("/repackDistance")}
        />
        <Quiet style={{ fontSize: 15 }}>
          <Default
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
        <Stale
          of={form}
          edit={editOf}
          words={(theirs: Schemas["ShopAnswer"]) => (
            <>
              {theirs.name || "a shop without a name"}, a repack every {theirs.repackMonths} months or{" "}
              {theirs.repackDistance}
            </>
          )}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" $main isDisabled={form.pending}>
            Save
          </Button>
          <Saved of={form} />
        </Row>
      </Stack>
    </Form>
  );
}
