import { useQuery } from "@tanstack/react-query";
import { answer, shop } from "../api/client";
import { useMoney } from "../api/money";
import { dayInWords } from "../api/words";
import { range } from "../ui/EstimateTable";
import { Lines, Quiet, Section } from "../ui/Page";
import { VerdictWord } from "../ui/Verdict";

/** What a trailer's customer declined and nobody has done since. Nothing where there is none. */
export default function Declined({ trailer }: { trailer: string }) {
  const money = useMoney();
  const declined = useQuery({
    queryKey: ["declined", trailer],
    queryFn: () => answer(shop.GET("/api/approvals/declined", { params: { query: { trailer } } })),
  });
  return declined.data && declined.data.length > 0 ? (
    <Section>
      <h2>Declined, and not done since</h2>
      <Lines>
        {declined.data.map((d) => (
          <li key={d.what + d.on}>
            {d.verdict && <VerdictWord verdict={d.verdict} />} <b>{d.what}</b>
            {d.why && <p>{d.why}</p>}
            <Quiet>
              {d.by}, {dayInWords(d.on)}; it would have added {range(d.price, money)}
            </Quiet>
          </li>
        ))}
      </Lines>
    </Section>
  ) : null;
}
