import { Suspense } from "react";
import type { Schemas } from "../../api/client";
import { useRulebook } from "../../api/useRulebook";
import { Classed } from "../../ui/Classed";
import { TextField } from "../../ui/Fields";
import { later } from "../../ui/later";
import { MeasureField } from "../../ui/MeasureField";
import { Row, Stack } from "../../ui/Page";
import { Select } from "../../ui/Select";
import { WhichOne } from "../../ui/WhichOne";
import type { FormState } from "../../ui/useForm";
import type { Edit, What } from "./draft";
import { Where } from "./Where";

// These are heavy, and each is for one kind of thing.
const PartFields = later(() => import("./PartFields"));
const DayField = later(() => import("./DayField"));
const WorkFields = later(() => import("./WorkFields"));

interface Props {
  visit: Schemas["VisitAnswer"];
  what: What;
  of: string | null;
  form: FormState<Edit>;
}

/** The fields of what is right. */
export function AmendedFields(props: Props) {
  return (
    <Suspense fallback={<p>Opening…</p>}>
      <FieldsOf {...props} />
    </Suspense>
  );
}

function FieldsOf(props: Props) {
  switch (props.what) {
    case "figure":
      return <FigureFields {...props} />;
    case "finding":
      return <FindingFields {...props} />;
    case "part":
      return <PartFields {...props} />;
    case "time":
      return <TimeField {...props} />;
    case "work":
      return <WorkFields {...props} />;
    case "day":
      return <DayField form={props.form} />;
  }
}

function FigureFields({ visit, of, form }: Props) {
  const { edit, change, at } = form;
  const asked = visit.readingsAsked.find((r) => r.code === edit.kind);
  const taken = visit.state.readings.find((r) => r.id === of);
  const home = visit.places.find((p) => p.code === taken?.place)?.kind;
  return (
    <Stack $gap={14}>
      {of === null && (
        <Select
          label="What was measured"
          value={edit.kind}
          onChange={(kind) => change({ kind })}
          options={visit.readingsAsked.map((r) => [r.code, r.name] as const)}
          problem={at("/figure/kind")}
        />
      )}
      <Where visit={visit} form={form} pointer="/figure/place" kinds={home && [home]} />
      {asked ? (
        <MeasureField
          label={asked.name}
          value={edit.typed}
          onChange={(typed) => change({ typed })}
          quantity={asked.quantity}
          judged={{ kind: asked.code, visit: visit.id }}
          example={asked.example}
          problem={at("/figure/typed")}
        />
      ) : (
        <TextField
          label={taken?.name ?? "The figure"}
          value={edit.typed}
          onChange={(typed) => change({ typed })}
          problem={at("/figure/typed")}
        />
      )}
    </Stack>
  );
}

function FindingFields({ visit, form }: Props) {
  const { edit, change, at } = form;
  const rules = useRulebook(visit.id);
  const about = rules.data?.subjects.find((s) => s.subject === edit.subject);
  const rows = (rules.data?.rows ?? []).filter((r) => r.subject === edit.subject);
  const picked = rows.find((r) => r.code === edit.rule);
  return (
    <Stack $gap={14}>
      <Row $gap={16} style={{ alignItems: "start" }}>
        <Where visit={visit} form={form} pointer="/finding/place" kinds={rows[0]?.places} />
        <Select
          label="On the"
          value={edit.subject}
          onChange={(subject) => {
            const kinds = rules.data?.rows.find((r) => r.subject === subject)?.places ?? [];
            const spots = visit.places.filter((p) => kinds.includes(p.kind));
            const here = spots.find((p) => p.code === edit.place) ?? spots[0];
            change({ subject, rule: "", place: here?.code ?? edit.place });
          }}
          options={(rules.data?.subjects ?? []).map((o) => [o.subject, o.words] as const)}
        />
      </Row>
      <Select
        label="What was seen"
        value={edit.rule}
        onChange={(rule) => change({ rule })}
        options={[["", "pick what was seen"], ...rows.map((r) => [r.code, r.seen] as const)]}
        problem={at("/finding/ruleCode")}
      />
      {about?.innerAndOuter && (
        <WhichOne value={edit.which} onChange={(which) => change({ which })} problem={at("/finding/which")} />
      )}
      {about?.classed && picked && picked.judgement.verdict !== "sound" && (
        <Classed value={edit.damage} onChange={(damage) => change({ damage })} />
      )}
      <TextField
        label="In words, if you like"
        value={edit.note}
        onChange={(note) => change({ note })}
        problem={at("/finding/note")}
      />
      <TextField
        label="What was done about it in that visit; empty for nothing"
        value={edit.mended}
        onChange={(mended) => change({ mended })}
        problem={at("/finding/mended")}
      />
    </Stack>
  );
}

function TimeField({ visit, of, form }: Props) {
  const entry = visit.state.entries.find((e) => e.id === of);
  const step = visit.packet.steps.find((s) => s.key === entry?.key);
  return (
    <TextField
      label={`Minutes at “${step?.title ?? "the step"}”, ${step?.placeSpoken ?? ""}`}
      value={form.edit.minutes}
      onChange={(minutes) => form.change({ minutes })}
      hint={step && `${step.minutes} by the book`}
      problem={form.at("/time/minutes")}
    />
  );
}
