import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../api/client";
import { useMoney } from "../api/money";
import { dayInWords } from "../api/words";
import { Button } from "../ui/Button";
import { Lines, Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { DateField } from "../ui/DateField";

/** A customer on the telephone: when can you take it, what will you do, how long, about how much. */
export function Offers({
  line,
  onAccept,
}: {
  line: Schemas["HorizonLine"];
  onAccept: (tasks: string[], day: string) => void;
}) {
  const money = useMoney();
  const [from, setFrom] = useState("");
  const offer = useQuery({
    queryKey: ["horizon", "offer", line.trailerId, from],
    queryFn: () =>
      answer(
        shop.GET("/api/horizon/trailers/{id}/offer", {
          params: { path: { id: line.trailerId }, query: { from: from || undefined } },
        }),
      ),
  });
  return (
    <Stack $gap={8}>
      <DateField label="Not before" value={from} onChange={setFrom} />
      <Problem of={offer.error} />
      {offer.data?.none && <p>{offer.data.none}</p>}
      <Lines>
        {offer.data?.days.map((d) => (
          <li key={d.day}>
            <Row style={{ justifyContent: "space-between" }}>
              <span>
                <b>{dayInWords(d.day)}</b>: {d.howLong}, about {money.about(d.price)}
              </span>
              <Button
                aria-label={`Accept ${dayInWords(d.day)}`}
                onPress={() => onAccept([...d.tasks], d.day)}
              >
                Accept
              </Button>
            </Row>
            {d.what}. <Quiet>{d.words}</Quiet>
          </li>
        ))}
      </Lines>
    </Stack>
  );
}
