import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Schemas, ShopProblem } from "../../api/client";
import { newId } from "../../api/ids";
import { Button, TextButton } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Row, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";

interface Props {
  trailerId: string;
  /** What opens the question, what it asks for, and the two ways out of it. */
  words: { open: string; label: string; example: string; send: string; leave: string };
  /** The fields of the request that the sentence stands for. */
  pointers: string[];
  /** Sends the sentence under an id that stays the same however often it is tried. */
  send: (id: string, sentence: string) => Promise<Schemas["TrailerAnswer"]>;
}

/** A sentence that somebody answers for, asked for behind a touch and kept with their name. */
export function OnMyWord({ trailerId, words, pointers, send }: Props) {
  const queries = useQueryClient();
  const [asked, setAsked] = useState(false);
  const [sentence, setSentence] = useState("");
  const [id] = useState(newId);
  const tell = useMutation({
    mutationFn: () => send(id, sentence),
    onSuccess: async (now) => {
      queries.setQueryData(["trailer", trailerId], now);
      await queries.invalidateQueries({ queryKey: ["trailers"] });
    },
  });
  if (!asked)
    return (
      <div>
        <TextButton onPress={() => setAsked(true)}>{words.open}</TextButton>
      </div>
    );
  const refused = tell.error instanceof ShopProblem ? tell.error : undefined;
  const atField = pointers.map((p) => refused?.field(p)).find((p) => p !== undefined);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        tell.mutate();
      }}
    >
      <Stack $gap={8} style={{ maxWidth: 620 }}>
        <TextField
          label={words.label}
          value={sentence}
          onChange={setSentence}
          problem={atField}
          placeholder={words.example}
          autoFocus
        />
        {tell.error && atField === undefined && <Problem of={tell.error} />}
        <Row>
          <Button type="submit" isDisabled={tell.isPending}>
            {words.send}
          </Button>
          <TextButton onPress={() => setAsked(false)}>{words.leave}</TextButton>
        </Row>
      </Stack>
    </form>
  );
}
