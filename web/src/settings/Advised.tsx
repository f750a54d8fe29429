import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { Quiet } from "../ui/Page";

/** What the record says of how long a rule's work may last: in plain use, and where others are told of. */
export function Advised({ rule }: { rule: string }) {
  const advice = useQuery({
    queryKey: ["evidence-advice"],
    queryFn: () => answer(shop.GET("/api/ledger/evidence/advice")),
    staleTime: 60_000,
  });
  const of = advice.data?.filter((a: Schemas["AdvisedInterval"]) => a.rule === rule) ?? [];
  if (of.length === 0) return null;
  const plain = of.find((a) => a.use === "");
  return (
    <div>
      {plain && <Quiet>{plain.hint} </Quiet>}
      <Link to="/ledger/evidence">
        {plain && of.length === 1 ? "What the record says" : "By use, as the record says"}
      </Link>
    </div>
  );
}
