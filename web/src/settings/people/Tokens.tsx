import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, shop } from "../../api/client";
import { dayInWords } from "../../api/words";
import { Lines, Quiet, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { Waiting } from "../../ui/Waiting";
import { Withdrawable } from "./Withdrawable";

const MAY = { read: "reads", write: "reads and writes, signs for nothing" } as const;

/** Programs that come in with a token. They are made where the shop's program runs, and withdrawn here. */
export function Tokens() {
  const queries = useQueryClient();
  const tokens = useQuery({ queryKey: ["tokens"], queryFn: () => answer(shop.GET("/api/access/tokens")) });
  const withdraw = useMutation({
    mutationFn: (id: string) => answer(shop.DELETE("/api/access/tokens/{id}", { params: { path: { id } } })),
    onSuccess: (now) => queries.setQueryData(["tokens"], now),
  });
  return (
    <Stack>
      <Waiting of={tokens} what="Looking for tokens" rows={2} />
      {tokens.data && tokens.data.length > 0 && (
        <Lines>
          {tokens.data.map((t) => (
            <Withdrawable
              key={t.id}
              name={t.name}
              about={`${MAY[t.scope]}; until ${dayInWords(t.expiresAt.slice(0, 10))}`}
              onWithdraw={() => withdraw.mutate(t.id)}
            />
          ))}
        </Lines>
      )}
      <Problem of={withdraw.error} />
      <Quiet>
        A program is let in where the shop’s program runs:{" "}
        <code>./tinker token --data DIR --name NAME --scope read</code>
      </Quiet>
    </Stack>
  );
}
