import { useCustomers } from "../api/useCustomers";
import { ComboBox } from "./ComboBox";

/** Narrows a list to one customer's trailers; empty for everybody's. */
export function CustomerChoice({ value, onChange }: { value: string; onChange: (customer: string) => void }) {
  const customers = useCustomers();
  return (
    <ComboBox
      label="Customer"
      value={value}
      onChange={onChange}
      options={[["", "everybody’s"], ...(customers.data ?? []).map((c) => [c.id, c.name] as const)]}
    />
  );
}
