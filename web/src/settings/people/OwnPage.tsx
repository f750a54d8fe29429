import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { canPasskey, makePasskey } from "../../api/passkeys";
import { useAccess } from "../../api/useAccess";
import { useLock } from "../../api/useLock";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Form, FormProblem, Saved } from "../../ui/Form";
import { Columns, Quiet, Row, Section, Stack } from "../../ui/Page";
import { type FormState, useForm } from "../../ui/useForm";
import { Waiting } from "../../ui/Waiting";
import { SettingsFrame } from "../SettingsFrame";
import { Codes } from "./Codes";
import { rolesInWords } from "./roles";
import { Sessions } from "./Sessions";

/** What everybody sees to for themselves: secret, PIN, passkey, codes for a bad day, where they are signed in. */
export default function OwnPage() {
  const access = useAccess();
  const lock = useLock();
  const me = access.data?.me;
  return (
    <SettingsFrame title={me?.name ?? "Your own access"} about={me && rolesInWords(me.roles)}>
      <Waiting of={access} what="Reading how you come in" like="form" />
      {me && (
        <Stack $gap={36}>
          <div>
            <Button onPress={lock}>Sign out</Button>
          </div>
          <Columns>
            <Secret />
            <Pin has={me.hasPin} />
          </Columns>
          <Columns>
            <PutBy left={me.codes} />
            <Passkeys has={me.passkeys} />
          </Columns>
          <Section>
            <h2>Signed in</h2>
            <Sessions of={me.name} />
          </Section>
        </Stack>
      )}
    </SettingsFrame>
  );
}

function useAnew() {
  const queries = useQueryClient();
  return () => queries.invalidateQueries({ queryKey: ["access"] });
}

/** The field for the secret one has, that whatever one changes about one's own access is signed with. */
function OwnSecret<E extends { secret: string }>({
  of,
  problem = of.at("/secret"),
}: {
  of: FormState<E>;
  problem?: string | undefined;
}) {
  return (
    <>
      <TextField
        label="Your secret"
        type="password"
        autoComplete="current-password"
        value={of.edit.secret}
        onChange={(secret) => of.change({ secret } as Partial<E>)}
        problem={problem}
      />
      <FormProblem of={of} />
    </>
  );
}

function Secret() {
  const form = useForm({
    start: { old: "", secret: "" },
    send: (body) => answer(shop.PUT("/api/access/own/secret", { body })),
    next: true,
  });
  return (
    <Form of={form}>
      <Stack>
        <h2>Your secret</h2>
        <TextField
          label="The one so far"
          type="password"
          autoComplete="current-password"
          value={form.edit.old}
          onChange={(old) => form.change({ old })}
          problem={form.at("/old")}
        />
        <TextField
          label="The new one"
          type="password"
          autoComplete="new-password"
          hint="At least ten signs. Wherever else you are signed in, you are out."
          value={form.edit.secret}
          onChange={(secret) => form.change({ secret })}
          problem={form.at("/secret")}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" isDisabled={form.pending}>
            Change it
          </Button>
          <Saved of={form}>Changed.</Saved>
        </Row>
      </Stack>
    </Form>
  );
}

function Pin({ has }: { has: boolean }) {
  const anew = useAnew();
  const form = useForm({
    start: { secret: "", pin: "" },
    send: (body) => answer(shop.PUT("/api/access/own/pin", { body })),
    done: anew,
    next: true,
  });
  return (
    <Form of={form}>
      <Stack>
        <h2>Your PIN</h2>
        <Quiet>
          {has ? "You have one." : "You have none yet."} It goes on the shop’s own tablets alone, and signs
          nothing.
        </Quiet>
        <TextField
          label="New PIN"
          type="password"
          inputMode="numeric"
          hint="4 to 8 figures; empty takes it away"
          value={form.edit.pin}
          onChange={(pin) => form.change({ pin })}
          problem={form.at("/pin")}
        />
        <OwnSecret of={form} />
        <Row>
          <Button type="submit" isDisabled={form.pending}>
            Set it
          </Button>
          <Saved of={form} />
        </Row>
      </Stack>
    </Form>
  );
}

function PutBy({ left }: { left: number }) {
  const anew = useAnew();
  const make = useMutation({
    mutationFn: (secret: string) => answer(shop.POST("/api/access/own/codes", { body: { secret } })),
  });
  const form = useForm({
    start: { secret: "" },
    send: ({ secret }): Promise<Schemas["CodesAnswer"]> => make.mutateAsync(secret),
    done: anew,
    next: true,
  });
  return (
    <Form of={form}>
      <Stack>
        <h2>Codes for a bad day</h2>
        <Quiet>
          {left === 0 ? "You have none put by." : `You have ${left} left.`} Each sets a new secret, once.
          Print them, and keep them where you keep the spare key.
        </Quiet>
        <OwnSecret of={form} />
        <div>
          <Button type="submit" isDisabled={form.pending}>
            Make new ones
          </Button>
        </div>
        {make.data && (
          <>
            <p role="status">Shown now and never again. Those from before no longer work.</p>
            <Codes of={make.data.codes} />
          </>
        )}
      </Stack>
    </Form>
  );
}

function Passkeys({ has }: { has: number }) {
  const anew = useAnew();
  const form = useForm({
    start: { secret: "" },
    send: ({ secret }) => makePasskey(secret),
    done: anew,
    next: true,
  });
  const drop = useForm({
    start: { secret: "" },
    send: (body) => answer(shop.POST("/api/access/own/passkeys/remove", { body })),
    done: () => {
      form.drop();
      return anew();
    },
  });
  if (!canPasskey())
    return (
      <Stack>
        <h2>Passkeys</h2>
        <Quiet>
          This browser has none here: they need the shop’s address to be https, or this very machine.
        </Quiet>
      </Stack>
    );
  return (
    <Form of={form}>
      <Stack>
        <h2>Passkeys</h2>
        <Quiet>
          {has === 0 ? "You have none." : `You have ${has}.`} A passkey signs you in by your finger, face or
          the device’s own lock.
        </Quiet>
        <OwnSecret of={form} problem={form.at("/secret") ?? drop.at("/secret")} />
        <Row $gap={16}>
          <Button type="submit" isDisabled={form.pending}>
            Make a passkey
          </Button>
          {has > 0 && (
            <Button isDisabled={drop.pending} onPress={() => drop.submit({ secret: form.edit.secret })}>
              Take all away
            </Button>
          )}
        </Row>
      </Stack>
    </Form>
  );
}
