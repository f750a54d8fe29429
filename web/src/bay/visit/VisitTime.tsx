import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { answer, shop } from "../../api/client";
import { clockInWords, dayInWords } from "../../api/words";
import { Plain, Quiet, Section } from "../../ui/Page";

/** How long a visit takes, by whom, and what of it came back. */
export function VisitTime({ visit, as }: { visit: string; as: string }) {
  const time = useQuery({
    queryKey: ["visit-time", visit, as],
    queryFn: () => answer(shop.GET("/api/bay/visits/{id}/time", { params: { path: { id: visit } } })),
    placeholderData: (was) => was,
  });
  const now = time.data;
  return now ? (
    <Section>
      <p>{now.runsOver ? <b>{now.words}</b> : now.words}</p>
      <Plain>
        {now.people.map((p) => (
          <li key={p.name}>
            {p.name}: {p.took}{" "}
            <Quiet>
              {p.steps} steps, {clockInWords(p.from)} to {clockInWords(p.to)}
            </Quiet>
          </li>
        ))}
        {now.comeBacks.map((c) => (
          <li key={c.what}>
            <b>Come-back:</b> {c.what},{" "}
            <Link to={`/ledger/visits/${c.visitId}`}>done here {dayInWords(c.on)}</Link>
            {now.free && "; not charged"}
          </li>
        ))}
      </Plain>
    </Section>
  ) : null;
}
