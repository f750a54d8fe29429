import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";

/** Somebody's word that what stands against a trailer was mended elsewhere; it is kept with their name. */
export function Mended({ trailer, look }: { trailer: Schemas["TrailerAnswer"]; look: string }) {
  const queries = useQueryClient();
  const [asked, setAsked] = useState(false);
  const [how, setHow] = useState("");
  const [id] = useState(newId);
  const tell = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/yard/trailers/{id}/mendings/{mendingId}", {
          params: { path: { id: trailer.id, mendingId: id } },
          body: { look, how },
        }),
      ),
    onSuccess: async (now) => {
      queries.setQueryData(["trailer", trailer.id], now);
      await queries.invalidateQueries({ queryKey: ["trailers"] });
    },
  });
  if (!asked)
    return (
      <div>
        <TextButton onPress={() => setAsked(true)}>It was mended elsewhere…</TextButton>
      </div>
    );
  const refused = tell.error instanceof ShopProblem ? tell.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        tell.mutate();
      }}
    >
      <Stack $gap={8}>
        <TextField
          label="How, and by whom; your name stays with it"
          value={how}
          onChange={setHow}
          problem={refused?.field("/how") ?? refused?.field("/look")}
          placeholder="renewed on the road, by the owner"
          autoFocus
        />
        {refused && refused.fields.length === 0 && <Problem of={refused} />}
        <Row>
          <Button type="submit" isDisabled={tell.isPending}>
            It is mended
          </Button>
          <TextButton onPress={() => setAsked(false)}>leave it standing</TextButton>
        </Row>
      </Stack>
    </form>
  );
}
