import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "../../api/client";
import { clockInWords, dayInWords } from "../../api/words";
import { TextField } from "../../ui/Fields";
import { Lines, Quiet, Section } from "../../ui/Page";

// A new address is read within moments.
const LOOK_AGAIN = 1500;

/** The customer's own calendar: what stands there they cannot spare a trailer for. */
export function OwnCalendar({
  customer,
  address,
  stands,
  problem,
  onChange,
}: {
  customer: string;
  address: string;
  /** The address that is saved. */
  stands: string;
  problem: string | undefined;
  onChange: (address: string) => void;
}) {
  const read = useQuery({
    queryKey: ["planning", "calendar", customer, stands],
    queryFn: () =>
      answer(shop.GET("/api/settings/customers/{id}/calendar", { params: { path: { id: customer } } })),
    enabled: stands !== "",
    refetchInterval: (query) => (query.state.data?.triedAt ? false : LOOK_AGAIN),
  });
  const of = read.data;
  return (
    <Section>
      <h2>Their own calendar</h2>
      <div style={{ maxWidth: 640 }}>
        <TextField
          label="Its address (iCalendar)"
          hint="only read, a few times a day: in a week that its entries take, no visit is proposed"
          value={address}
          problem={problem}
          onChange={onChange}
        />
      </div>
      {of && !of.triedAt && <span role="status">It is being read.</span>}
      {of?.problem && (
        <p role="alert">
          {of.problem}
          {of.readAt && ` What it said on ${dayInWords(of.readAt)} stands until then.`}
        </p>
      )}
      {of?.readAt && (
        <Quiet>
          Read {dayInWords(of.readAt)}, {clockInWords(of.readAt)}: {of.busy.length} entries in the two years
          that are planned.
        </Quiet>
      )}
      {of && of.busy.length > 0 && (
        <Lines>
          {of.busy.slice(0, SHOWN).map((b, i) => (
            <li key={i}>
              {dayInWords(b.from)}
              {b.to !== b.from && ` to ${dayInWords(b.to)}`}
              {b.why && `: ${b.why}`}
            </li>
          ))}
          {of.busy.length > SHOWN && <li>and {of.busy.length - SHOWN} more</li>}
        </Lines>
      )}
    </Section>
  );
}

const SHOWN = 8;
