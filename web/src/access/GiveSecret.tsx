import { answer, shop } from "../api/client";
import type { SecretWanted } from "../api/door";
import { Asking } from "../ui/Asking";
import { Button } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Form, FormProblem } from "../ui/Form";
import { Row, Stack } from "../ui/Page";
import { useForm } from "../ui/useForm";

/** Asks whoever is signed in for their own secret, to sign one thing with it. */
export default function GiveSecret({ wanted }: { wanted: SecretWanted }) {
  const { method, path, settle } = wanted;
  const form = useForm({
    start: { secret: "" },
    send: ({ secret }) => answer(shop.POST("/api/access/confirm", { body: { secret, method, path } })),
    done: () => settle(true),
    next: true,
  });
  return (
    <Asking title="Sign this with your secret" isOpen onClose={() => settle(false)}>
      <Form of={form}>
        <Stack>
          <p>
            It carries your name, and somebody’s safety hangs on it: so it asks for your own secret again.
          </p>
          <TextField
            label="Your secret"
            type="password"
            autoComplete="current-password"
            autoFocus
            value={form.edit.secret}
            onChange={(secret) => form.change({ secret })}
            problem={form.at("/secret")}
          />
          <FormProblem of={form} />
          <Row $gap={16}>
            <Button type="submit" $main isDisabled={form.pending}>
              Sign
            </Button>
            <Button onPress={() => settle(false)}>Not now</Button>
          </Row>
        </Stack>
      </Form>
    </Asking>
  );
}
