import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Dialog } from "react-aria-components/Dialog";
import { Heading } from "react-aria-components/Heading";
import { Modal, ModalOverlay } from "react-aria-components/Modal";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../api/client";
import { openDoor } from "../api/door";
import { useAccess } from "../api/useAccess";
import { workerId } from "../api/worker";
import { Button, TextButton } from "../ui/Button";
import { Checkbox } from "../ui/Checkbox";
import { TextField } from "../ui/Fields";
import { Form, FormProblem } from "../ui/Form";
import { Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { useForm } from "../ui/useForm";
import { PinPad } from "./PinPad";
import { canPasskey, showPasskey } from "../api/passkeys";

const Cover = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 30;
  overflow: auto;
  background: var(--ground);
  display: grid;
  justify-items: center;
  align-items: start;
  padding: min(10vh, 80px) 20px 20px;
`;

const Sheet = styled(Modal)`
  width: min(520px, 100%);
  section {
    display: grid;
    gap: 22px;
    outline: none;
  }
`;

const People = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 10px;
  button {
    width: 100%;
    min-height: 64px;
    justify-content: flex-start;
    overflow-wrap: anywhere;
    text-align: left;
  }
`;

type Way = "people" | "secret" | "code";

/** The door itself: who are you? Whatever is on the screen behind it is neither seen nor lost. */
export default function SignIn() {
  const { data } = useAccess();
  const [way, setWay] = useState<Way>("people");
  const [picked, setPicked] = useState<Schemas["PersonAtDoor"] | null>(null);
  const [name, setName] = useState("");
  const people = data?.people ?? [];
  const shared = people.length > 0 && way === "people";
  const bySecret = (of: string) => {
    setName(of);
    setPicked(null);
    setWay("secret");
  };
  return (
    <Cover isOpen isKeyboardDismissDisabled>
      <Sheet>
        <Dialog aria-label="Sign in">
          {!data ? (
            <Heading slot="title">Sturdy Tinker</Heading>
          ) : data.needsOwner ? (
            <Begin />
          ) : (
            <>
              <Heading slot="title" level={1}>
                {data.shop || "Sturdy Tinker"}
                {data.device && <Quiet style={{ fontSize: 20, fontWeight: 400 }}> {data.device.name}</Quiet>}
              </Heading>
              {shared && picked && <ByPin person={picked} />}
              {shared && !picked && (
                <Stack>
                  <p>Who is working?</p>
                  <People>
                    {people.map((p) => (
                      <li key={p.id}>
                        <Button
                          autoFocus={p.id === workerId()}
                          onPress={() => (p.hasPin ? setPicked(p) : bySecret(p.name))}
                        >
                          {p.name}
                        </Button>
                      </li>
                    ))}
                  </People>
                </Stack>
              )}
              {!shared && way !== "code" && <BySecret name={name} />}
              {way === "code" && <ByCode />}
              <Row $gap={20}>
                {(picked || (people.length > 0 && way !== "people")) && (
                  <TextButton
                    onPress={() => {
                      setPicked(null);
                      setWay("people");
                    }}
                  >
                    Somebody else
                  </TextButton>
                )}
                {shared && (
                  <TextButton onPress={() => bySecret(picked?.name ?? "")}>By name and secret</TextButton>
                )}
                {!shared && way === "code" && (
                  <TextButton onPress={() => setWay("secret")}>By name and secret</TextButton>
                )}
                {way !== "code" && <TextButton onPress={() => setWay("code")}>I have a code</TextButton>}
              </Row>
            </>
          )}
        </Dialog>
      </Sheet>
    </Cover>
  );
}

/** Keeps how the door stands now: the door opens by that. */
function useIn() {
  const queries = useQueryClient();
  return async (now: Schemas["AccessAnswer"]) => {
    // What was asked before must not say afterwards that nobody is in.
    await queries.cancelQueries({ queryKey: ["access"] });
    queries.setQueryData(["access"], now);
    openDoor();
  };
}

function ByPin({ person }: { person: Schemas["PersonAtDoor"] }) {
  const done = useIn();
  const form = useForm({
    start: { pin: "" },
    send: ({ pin }) => answer(shop.POST("/api/access/pin", { body: { personId: person.id, pin } })),
    done,
    next: true,
  });
  return (
    <Form of={form}>
      <Stack>
        <TextField
          label={`PIN of ${person.name}`}
          type="password"
          inputMode="numeric"
          autoFocus
          onFocus={(e) => (e.target as HTMLInputElement).select()}
          value={form.edit.pin}
          onChange={(pin) => form.change({ pin })}
          problem={form.at("/pin")}
        />
        <FormProblem of={form} />
        <PinPad
          // After a wrong one the next figure begins anew.
          pin={form.at("/pin") ? "" : form.edit.pin}
          onChange={(pin) => form.change({ pin })}
          enter={
            <Button type="submit" $main isDisabled={form.pending}>
              Come in
            </Button>
          }
        />
      </Stack>
    </Form>
  );
}

function BySecret({ name }: { name: string }) {
  const done = useIn();
  const form = useForm({
    start: { name, secret: "" },
    send: (body) => answer(shop.POST("/api/access/sign-in", { body })),
    done,
  });
  const [fault, setFault] = useState<unknown>(null);
  return (
    <Form of={form}>
      <Stack>
        <TextField
          label="Name"
          autoComplete="username"
          autoFocus={!name}
          value={form.edit.name}
          onChange={(now) => form.change({ name: now })}
          problem={form.at("/name")}
        />
        <TextField
          label="Secret"
          type="password"
          autoComplete="current-password"
          autoFocus={!!name}
          value={form.edit.secret}
          onChange={(secret) => form.change({ secret })}
          problem={form.at("/secret")}
        />
        <FormProblem of={form} />
        <Problem of={fault} />
        <Row $gap={16}>
          <Button type="submit" $main isDisabled={form.pending}>
            Sign in
          </Button>
          {canPasskey() && <Button onPress={() => showPasskey().then(done, setFault)}>With a passkey</Button>}
        </Row>
      </Stack>
    </Form>
  );
}

const GOOD_SECRET = "At least ten signs. Three or four words that do not belong together are easy to keep.";

function ByCode() {
  const done = useIn();
  const form = useForm({
    start: { code: "", secret: "" },
    send: (body) => answer(shop.POST("/api/access/code", { body })),
    done,
  });
  return (
    <Form of={form}>
      <Stack>
        <p>
          A code from the owner or foreman, or one of your own that you have put by, sets a new secret, once.
        </p>
        <TextField
          label="Code"
          autoFocus
          value={form.edit.code}
          onChange={(code) => form.change({ code })}
          problem={form.at("/code")}
        />
        <TextField
          label="Your new secret"
          type="password"
          autoComplete="new-password"
          hint={GOOD_SECRET}
          value={form.edit.secret}
          onChange={(secret) => form.change({ secret })}
          problem={form.at("/secret")}
        />
        <FormProblem of={form} />
        <div>
          <Button type="submit" $main isDisabled={form.pending}>
            Set it and come in
          </Button>
        </div>
      </Stack>
    </Form>
  );
}

/** A shop that nobody owns yet. */
function Begin() {
  const done = useIn();
  const form = useForm({
    start: () => ({ code: location.hash.slice(1), name: "", secret: "", inspects: false }),
    send: (body) => answer(shop.POST("/api/access/first", { body })),
    done: (now) => {
      if (location.pathname === "/begin") history.replaceState(null, "", "/");
      dispatchEvent(new PopStateEvent("popstate"));
      return done(now);
    },
  });
  const { edit, change, at } = form;
  return (
    <>
      <Heading slot="title" level={1}>
        Whose shop is this?
      </Heading>
      <Form of={form}>
        <Stack>
          <p>Nobody owns it yet. The owner lets everybody else in.</p>
          {!location.hash && (
            <TextField
              label="Code"
              hint="It stands where the program was started."
              value={edit.code}
              onChange={(code) => change({ code })}
              problem={at("/code")}
            />
          )}
          <TextField
            label="Your name"
            autoComplete="username"
            autoFocus
            value={edit.name}
            onChange={(name) => change({ name })}
            problem={at("/name")}
          />
          <TextField
            label="Your secret"
            type="password"
            autoComplete="new-password"
            hint={GOOD_SECRET}
            value={edit.secret}
            onChange={(secret) => change({ secret })}
            problem={at("/secret")}
          />
          <Checkbox checked={edit.inspects} onChange={(inspects) => change({ inspects })}>
            I also sign periodic inspections, and am qualified to (49 CFR 396.19)
          </Checkbox>
          <FormProblem of={form} />
          <div>
            <Button type="submit" $main isDisabled={form.pending}>
              It is mine
            </Button>
          </div>
        </Stack>
      </Form>
    </>
  );
}
