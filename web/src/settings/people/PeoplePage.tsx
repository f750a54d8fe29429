import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import styled from "styled-components";
import { answer, type Schemas, shop } from "../../api/client";
import { useMay } from "../../api/useAccess";
import { useShop } from "../../api/useShop";
import { dayInWords } from "../../api/words";
import { useWorkerId } from "../../api/worker";
import { Button, TextButton } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { TextField } from "../../ui/Fields";
import { Form, FormProblem } from "../../ui/Form";
import { note } from "../../ui/Notes";
import { Columns, Lines, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { Select } from "../../ui/Select";
import { type FormState, useForm } from "../../ui/useForm";
import { Waiting } from "../../ui/Waiting";
import { SettingsFrame } from "../SettingsFrame";
import { Codes } from "./Codes";
import { Devices } from "./Devices";
import { ROLES, rolesInWords, SKILLS } from "./roles";
import { Sessions } from "./Sessions";
import { Tokens } from "./Tokens";

type Person = Schemas["PersonAnswer"];

/** Who works here, what each may do, and how they come in. */
export default function PeoplePage() {
  const house = useShop();
  const may = { people: useMay("people"), devices: useMay("devices"), tokens: useMay("tokens") };
  return (
    <SettingsFrame
      title="People"
      about="Who works here, and what each may do. Everything written down carries a name."
    >
      <Waiting of={house} what="Reading who works here" rows={6} />
      {house.data && (
        <Stack $gap={36}>
          <Columns $shape="minmax(0, 1.4fr) minmax(0, 1fr)">
            <Everybody people={house.data.people} may={may.people} />
            {may.people && <Somebody />}
          </Columns>
          {may.devices && (
            <Section>
              <h2>Shared tablets</h2>
              <Devices />
            </Section>
          )}
          <Section>
            <h2>Signed in</h2>
            <Sessions />
          </Section>
          {may.tokens && (
            <Section>
              <h2>Programs</h2>
              <Tokens />
            </Section>
          )}
        </Stack>
      )}
    </SettingsFrame>
  );
}

const Name = styled.b`
  overflow-wrap: anywhere;
`;

function usePut() {
  const queries = useQueryClient();
  return (id: string, body: Schemas["PersonEdit"]) =>
    answer(shop.PUT("/api/settings/people/{id}", { params: { path: { id } }, body })).then(async (now) => {
      queries.setQueryData(["shop"], now);
      await queries.invalidateQueries({ queryKey: ["access"] });
      return now;
    });
}

function useInvite() {
  return useMutation({
    mutationFn: (id: string) =>
      answer(shop.POST("/api/access/people/{id}/code", { params: { path: { id } } })),
  });
}

function Everybody({ people, may }: { people: readonly Person[]; may: boolean }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Stack>
      <Lines>
        {people.map((p) => (
          <li key={p.id}>
            <Row style={{ justifyContent: "space-between", alignItems: "flex-start" }}>
              <span style={{ minWidth: 0 }}>
                <Name>{p.name}</Name> {!p.active && <Quiet>no longer here</Quiet>}
                <br />
                <Quiet>{rolesInWords(p.roles)}</Quiet>
                <OnFile person={p} />
              </span>
              {may && open !== p.id && (
                <TextButton aria-label={`Edit ${p.name}`} onPress={() => setOpen(p.id)}>
                  Edit
                </TextButton>
              )}
            </Row>
            {open === p.id && <One person={p} onDone={() => setOpen(null)} />}
          </li>
        ))}
      </Lines>
    </Stack>
  );
}

/** By what an inspector is qualified; somebody who may sign with nothing on file is told so. */
function OnFile({ person }: { person: Person }) {
  const { qualification } = person;
  if (qualification) {
    return (
      <div style={{ overflowWrap: "anywhere" }}>
        Qualified by {qualification.inWords} <Quiet>on file since {dayInWords(qualification.since)}</Quiet>
      </div>
    );
  }
  return person.active && person.roles.includes("inspector") ? (
    <div>
      <b>Nothing on file shows that they may inspect (49 CFR 396.19(b)).</b>
    </div>
  ) : null;
}

/** A name, and what goes with it. */
function PersonFields<E extends { name: string; roles: Schemas["Role"][]; skills: Schemas["Skill"][] }>({
  of,
}: {
  of: FormState<E>;
}) {
  const { roles, skills } = of.edit;
  const problem = of.at("/roles");
  return (
    <>
      <TextField
        label="Name"
        value={of.edit.name}
        onChange={(name) => of.change({ name } as Partial<E>)}
        problem={of.at("/name")}
      />
      <div role="group" aria-label="What they are in the shop" style={{ display: "grid", gap: 6 }}>
        {ROLES.map(([role, name, what]) => (
          <Checkbox
            key={role}
            checked={roles.includes(role)}
            onChange={(is) =>
              of.change({ roles: is ? [...roles, role] : roles.filter((r) => r !== role) } as Partial<E>)
            }
          >
            {name} <Quiet>{what}</Quiet>
          </Checkbox>
        ))}
        <Problem of={problem && new Error(problem)} />
      </div>
      <div role="group" aria-label="What not everybody can" style={{ display: "grid", gap: 6 }}>
        <Quiet>The day’s plan gives such work to those who can, once anybody is marked.</Quiet>
        {SKILLS.map(([skill, name]) => (
          <Checkbox
            key={skill}
            checked={skills.includes(skill)}
            onChange={(is) =>
              of.change({ skills: is ? [...skills, skill] : skills.filter((s) => s !== skill) } as Partial<E>)
            }
          >
            {name}
          </Checkbox>
        ))}
      </div>
      <FormProblem of={of} />
    </>
  );
}

interface Qualified {
  by: Schemas["QualifiedBy"];
  evidence: string;
}

const qualificationOf = (person: Person): Qualified => ({
  by: person.qualification?.by ?? "experience",
  evidence: person.qualification?.evidence ?? "",
});

/** What is on file of somebody's qualification to inspect. */
function QualificationFields<E extends Qualified>({ of }: { of: FormState<E> }) {
  return (
    <>
      <Select
        label="May inspect by (49 CFR 396.19)"
        value={of.edit.by}
        onChange={(by) => of.change({ by } as Partial<E>)}
        problem={of.at("/qualification/by")}
        options={[
          ["experience", "a year or more of training and experience"],
          ["programme", "a federal or state training or certificate"],
        ]}
      />
      <TextField
        label="What shows it, and where it lies"
        hint="Kept while they inspect and for a year after, also once they have left."
        placeholder="four years here since May 2022; file in the office"
        value={of.edit.evidence}
        onChange={(evidence) => of.change({ evidence } as Partial<E>)}
        problem={of.at("/qualification/evidence")}
      />
    </>
  );
}

function One({ person, onDone }: { person: Person; onDone: () => void }) {
  const put = usePut();
  const worker = useWorkerId();
  const invite = useInvite();
  const form = useForm({
    start: {
      name: person.name,
      roles: [...person.roles],
      skills: [...person.skills],
      ...qualificationOf(person),
    },
    send: ({ by, evidence, ...edit }) =>
      put(person.id, {
        ...edit,
        active: person.active,
        qualification: evidence.trim() ? { by, evidence } : null,
      }),
    done: onDone,
  });
  const change = useMutation({
    mutationFn: (active: boolean) =>
      put(person.id, { name: person.name, active, roles: null, skills: null, qualification: null }),
    onSuccess: (_now, active) => {
      note(active ? `${person.name} is back.` : `${person.name} is no longer here.`, () =>
        change.mutate(!active),
      );
      onDone();
    },
  });
  return (
    <Form of={form} onLeave={onDone}>
      <Stack>
        <PersonFields of={form} />
        {(form.edit.roles.includes("inspector") || person.qualification) && <QualificationFields of={form} />}
        <Row $gap={16}>
          <Button type="submit" $main isDisabled={form.pending}>
            Save
          </Button>
          <Button onPress={onDone}>Leave it</Button>
          {person.active && (
            <TextButton onPress={() => invite.mutate(person.id)}>A code to come in by</TextButton>
          )}
          {person.id !== worker && (
            <TextButton onPress={() => change.mutate(!person.active)}>
              {person.active ? "has left" : "is back"}
            </TextButton>
          )}
        </Row>
        <Problem of={invite.error ?? change.error} />
        {invite.data && <Invited name={person.name} codes={invite.data.codes} />}
      </Stack>
    </Form>
  );
}

function Invited({ name, codes }: { name: string; codes: readonly string[] }) {
  return (
    <Stack $gap={6}>
      <p role="status">
        Give this to {name} alone. It sets a new secret, once, within seven days, and is shown now and never
        again.
      </p>
      <Codes of={codes} />
    </Stack>
  );
}

function Somebody() {
  const put = usePut();
  const invite = useInvite();
  const [added, setAdded] = useState("");
  const form = useForm({
    start: { name: "", roles: ["technician"] as Schemas["Role"][], skills: [] as Schemas["Skill"][] },
    // Sent again because no code came, it is the same person.
    send: async ({ name, roles, skills }, id) => {
      await put(id, { name, active: true, roles, skills, qualification: null });
      setAdded(name.trim());
      return invite.mutateAsync(id);
    },
    next: true,
  });
  return (
    <Form of={form}>
      <Stack>
        <h2>Somebody new</h2>
        <PersonFields of={form} />
        <div>
          <Button type="submit" isDisabled={form.pending}>
            Add
          </Button>
        </div>
        {invite.data && <Invited name={added} codes={invite.data.codes} />}
      </Stack>
    </Form>
  );
}
