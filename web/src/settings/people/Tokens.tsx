import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, shop } from "../../api/client";
import { dayInWords } from "../../api/words";
import { TextButton } from "../../ui/Button";
import { Lines, Quiet, Row, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { Waiting } from "../../ui/Waiting";

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
            <li key={t.id}>
              <Row style={{ justifyContent: "space-between" }}>
                <span>
                  <b>{t.name}</b>
                  <br />
                  <Quiet>
                    {t.scope === "read" ? "reads" : "reads and writes, signs for nothing"}; until{" "}
                    {dayInWords(t.expiresAt.slice(0, 10))}
                  </Quiet>
                </span>
                <TextButton aria-label={`Withdraw ${t.name}`} onPress={() => withdraw.mutate(t.id)}>
                  Withdraw
                </TextButton>
              </Row>
            </li>
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
