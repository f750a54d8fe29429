import { useQuery } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../api/client";
import { useMoney } from "../api/money";
import { Quiet, Stack } from "../ui/Page";
import { Waiting } from "../ui/Waiting";
import { Bars, Plot } from "./Plot";

const WIDTH = 560;
const HEIGHT = 170;

/** What a trailer cost, year by year, and what that is for a thousand miles. */
export function CostPlot({ trailer }: { trailer: string }) {
  const money = useMoney();
  const cost = useQuery({
    queryKey: ["cost", trailer],
    queryFn: () => answer(shop.GET("/api/ledger/trailers/{id}/cost", { params: { path: { id: trailer } } })),
  });
  if (!cost.data) return <Waiting of={cost} what="Adding up what it cost" rows={3} />;
  const { years, untimed, unpriced } = cost.data;
  if (years.every((y) => y.visits === 0))
    return <p>No visit of it was closed yet: there is nothing to add up.</p>;
  return (
    <Stack $gap={8}>
      <Plot
        title="What it cost, year by year"
        says={costInWords(years, money)}
        signs="Full: labour; light: parts. On top: for a thousand miles, where the road is known."
        width={WIDTH}
        height={HEIGHT}
        head={["Year", "Visits", "Labour", "Parts", "Miles", "For 1,000 miles"]}
        rows={years.map((y) => [
          String(y.year),
          String(y.visits),
          money(y.labour),
          money(y.parts),
          y.miles === null ? "not known" : y.miles.toLocaleString("en"),
          y.perThousandMiles === null ? "–" : money(y.perThousandMiles),
        ])}
        csv={`/api/ledger/trailers/${trailer}/cost.csv`}
        file="cost"
      >
        <Bars
          width={WIDTH}
          height={HEIGHT}
          bars={years.map((y) => ({
            name: String(y.year),
            parts: [
              { value: y.labour, fill: "var(--working)" },
              { value: y.parts, fill: "var(--tint-strong)" },
            ],
            ...(y.perThousandMiles === null ? {} : { top: money(y.perThousandMiles) }),
          }))}
        />
      </Plot>
      <Quiet>
        Labour by the tablets’ times at the shop’s rate of today.
        {untimed > 0 && ` ${untimed} steps have no time`}
        {untimed > 0 && unpriced > 0 && " and"}
        {unpriced > 0 && ` ${unpriced} parts have no price`}
        {untimed + unpriced > 0 && ": not counted."}
      </Quiet>
    </Stack>
  );
}

/** What it came to in the last whole year that says something, in a sentence. */
export function costInWords(
  years: readonly Schemas["YearCostAnswer"][],
  money: (of: number) => string,
): string {
  const told = [...years].reverse().find((y) => y.perThousandMiles !== null && y.visits > 0);
  const all = years.reduce((sum, y) => sum + y.labour + y.parts, 0);
  return told
    ? `${money(told.perThousandMiles ?? 0)} for a thousand miles in ${told.year}; ${money(all)} in all.`
    : `${money(all)} in all; the road it covered is not known well enough to say it by the mile.`;
}
