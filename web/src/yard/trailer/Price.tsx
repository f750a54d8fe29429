import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { answer, type Schemas, shop } from "../../api/client";
import { useMoney } from "../../api/money";
import { newId } from "../../api/ids";
import { dayInWords } from "../../api/words";
import { Button } from "../../ui/Button";
import { Lines, Quiet, Row, Section, Stack } from "../../ui/Page";
import { EstimateTable, range } from "../../ui/EstimateTable";
import { Problem } from "../../ui/Problem";
import { Disclosure } from "../../ui/Disclosure";

interface Props {
  estimate: Schemas["EstimateAnswer"];
  trailer: string;
  jobs: readonly { job: string; place: string }[];
  technicians: number;
}

/** What the visit is likely to cost, told to the customer and kept with its date. */
export function Price({ estimate, trailer, jobs, technicians }: Props) {
  const money = useMoney();
  const queries = useQueryClient();
  const told = useQuery({
    queryKey: ["price-offers", trailer],
    queryFn: () => answer(shop.GET("/api/bay/price-offers", { params: { query: { trailer } } })),
  });
  // One id for one set of jobs: a second press keeps no second offer.
  const wanted = JSON.stringify({ jobs, technicians });
  const [kept, setKept] = useState("");
  const ids = useRef(new Map<string, string>());
  const tell = useMutation({
    mutationFn: () => {
      const id = ids.current.get(wanted) ?? newId();
      ids.current.set(wanted, id);
      return answer(
        shop.PUT("/api/bay/price-offers/{id}", {
          params: { path: { id } },
          body: { trailerId: trailer, jobs: [...jobs], technicians },
        }),
      );
    },
    onSuccess: () => {
      setKept(wanted);
      return queries.invalidateQueries({ queryKey: ["price-offers", trailer] });
    },
  });
  return (
    <Section>
      <Row style={{ justifyContent: "space-between", alignItems: "baseline" }}>
        <h3>What it costs</h3>
        <b style={{ fontSize: 20 }}>about {estimate.total.likely.toFixed(0)}</b>
      </Row>
      <Quiet>
        Most likely {range(estimate.total, money)}, {estimate.minutes} of work
        {estimate.unpriced.length > 0 && `; without ${estimate.unpriced.join(", ")}: no price known`}.
      </Quiet>
      <Disclosure title={<>Line by line</>}>
        <EstimateTable of={estimate} />
      </Disclosure>
      <Problem of={tell.error} />
      <Row>
        <Button
          isDisabled={tell.isPending}
          onPress={() => {
            tell.mutate();
          }}
        >
          Keep it as told to the customer
        </Button>
        <span role="status">{kept === wanted && "Kept."}</span>
      </Row>
      {told.data && told.data.length > 0 && (
        <Lines>
          {told.data.slice(0, 4).map((o) => (
            <li key={o.id}>
              <Stack $gap={0}>
                <span>
                  {dayInWords(o.at)}: <b>{money.about(o.agreed.total.likely)}</b> told,{" "}
                  {range(o.agreed.total, money)}{" "}
                  <Quiet>
                    {o.what}, {o.by}
                  </Quiet>
                </span>
                {o.words && <span>{o.words}</span>}
              </Stack>
            </li>
          ))}
        </Lines>
      )}
    </Section>
  );
}
