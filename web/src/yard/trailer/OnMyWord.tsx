import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button, TextButton } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Row, Stack } from "../../ui/Page";
import { Form, FormProblem } from "../../ui/Form";
import { useForm } from "../../ui/useForm";

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
  const form = useForm({
    start: { sentence: "" },
    send: ({ sentence }, id) => send(id, sentence),
    done: async (now) => {
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
  const leave = () => {
    form.drop();
    setAsked(false);
  };
  const atField = pointers.map(form.at).find((p) => p !== undefined);
  return (
    <Form of={form} onLeave={leave}>
      <Stack $gap={8} style={{ maxWidth: 620 }}>
        <TextField
          label={words.label}
          value={form.edit.sentence}
          onChange={(sentence) => form.change({ sentence })}
          problem={atField}
          placeholder={words.example}
          autoFocus
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" isDisabled={form.pending}>
            {words.send}
          </Button>
          <TextButton onPress={leave}>{words.leave}</TextButton>
        </Row>
      </Stack>
    </Form>
  );
}
