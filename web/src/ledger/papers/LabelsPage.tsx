import { useState } from "react";
import { Breadcrumbs } from "../../ui/Breadcrumbs";
import { TextField } from "../../ui/Fields";
import { Page, Quiet, Row, Stack } from "../../ui/Page";
import { RadioGroup } from "../../ui/RadioGroup";
import { type Layout, OURS, addressOf } from "./labels";

const MEASURES: [keyof Layout, string][] = [
  ["columns", "Labels across"],
  ["rows", "Labels down"],
  ["width", "Width, in"],
  ["height", "Height, in"],
  ["left", "Left edge, in"],
  ["top", "Top edge, in"],
  ["across", "Gap across, in"],
  ["down", "Gap down, in"],
  ["copies", "Of each"],
  ["skip", "Used up on the first sheet"],
];

/** Labels with a code for every trailer of a customer, on whatever sheets the shop has. */
export default function LabelsPage({ id }: { id: string }) {
  const [layout, setLayout] = useState<Layout>(OURS);
  return (
    <Page>
      <Breadcrumbs
        way={[
          ["/ledger", "Ledger"],
          [`/yard/customers/${id}`, "Customer"],
        ]}
        here="Labels"
      />
      <h1>Labels</h1>
      <Stack $gap={18}>
        <p>
          A code that a telephone’s camera opens the page by, the tag, and by month and year when the hubs
          were repacked and are again. Measure your sheets, and try one on plain paper first.
        </p>
        <RadioGroup
          label="A label for"
          value={layout.wheelEnds}
          onChange={(wheelEnds) => setLayout((was) => ({ ...was, wheelEnds }))}
          options={[
            { value: "false", children: "each trailer" },
            { value: "true", children: "each wheel end: a hub’s tag" },
          ]}
        />
        <Row $gap={16}>
          {MEASURES.map(([key, label]) => (
            <div key={key} style={{ width: 150 }}>
              <TextField
                label={label}
                value={layout[key]}
                onChange={(value) => setLayout((was) => ({ ...was, [key]: value }))}
              />
            </div>
          ))}
        </Row>
        <p>
          <a href={addressOf(id, layout)} target="_blank" rel="noreferrer">
            Make the sheets
          </a>{" "}
          <Quiet>What does not fit its sheet is said instead.</Quiet>
        </p>
      </Stack>
    </Page>
  );
}
