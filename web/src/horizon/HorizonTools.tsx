import styled from "styled-components";
import { CustomerChoice } from "../ui/CustomerChoice";
import { TextField } from "../ui/Fields";
import { type Zoom, ZOOMS } from "./timeline";
import { Select } from "../ui/Select";
import { Checkbox } from "../ui/Checkbox";

/** Which trailers are shown, and how close. */
export interface Filter {
  search: string;
  customer: string;
  axles: "" | "1" | "2" | "3";
  overdue: boolean;
  zoom: Zoom;
}

const Tools = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1.3fr) 150px 150px auto;
  gap: 10px 16px;
  align-items: end;
  margin-bottom: 10px;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
`;

/** What is looked for on the horizon. */
export default function HorizonTools({
  filter,
  onChange,
}: {
  filter: Filter;
  onChange: (change: Partial<Filter>) => void;
}) {
  return (
    <Tools>
      <TextField
        label="Find"
        type="search"
        placeholder="tag, name or customer"
        value={filter.search}
        onChange={(search) => onChange({ search })}
      />
      <CustomerChoice value={filter.customer} onChange={(customer) => onChange({ customer })} />
      <Select
        label="Kind"
        value={filter.axles}
        onChange={(axles) => onChange({ axles })}
        options={[
          ["", "all"],
          ["1", "single axle"],
          ["2", "tandem"],
          ["3", "triple axle"],
        ]}
      />
      <Select
        label="Shown"
        value={filter.zoom}
        onChange={(zoom) => onChange({ zoom })}
        options={ZOOMS.map(([code, words]) => [code, words] as const)}
      />
      <Checkbox checked={filter.overdue} onChange={(overdue) => onChange({ overdue })}>
        overdue only
      </Checkbox>
    </Tools>
  );
}
