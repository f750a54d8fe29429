import { useState } from "react";
import { Button, TextButton } from "./Button";
import { TextField } from "./Fields";
import { Quiet, Row, Stack } from "./Page";

interface Props {
  address: string;
  /** What to send along with it by telephone. */
  message: string;
  /** What whoever has it can do. */
  hint: string;
  /** The telephone it goes to; may be empty. */
  phone?: string;
}

/** An address with a secret in it: shown this once, copied, or sent along as a message. */
export function ToldOnce({ address, message, hint, phone = "" }: Props) {
  const [copied, setCopied] = useState("");
  const copy = async (text: string, words: string) => {
    await navigator.clipboard.writeText(text);
    setCopied(words);
  };
  return (
    <Stack $gap={4}>
      <TextField label="Their page, told once" value={address} onChange={() => undefined} hint={hint} />
      <Row $gap={16}>
        <Button onPress={() => copy(message, "The message is copied.")}>Copy a message for the phone</Button>
        <TextButton onPress={() => copy(address, "The address is copied.")}>Copy the address</TextButton>
        {phone && <Quiet>{phone}</Quiet>}
        <span role="status">{copied}</span>
      </Row>
    </Stack>
  );
}
