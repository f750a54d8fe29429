import type { ReactNode } from "react";
import { useNavigate } from "react-router";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { dayInWords } from "../../api/words";
import { Button } from "../../ui/Button";
import { Disclosure } from "../../ui/Disclosure";
import { Form, FormProblem } from "../../ui/Form";
import { Columns, Lines, Quiet, Row, Stack } from "../../ui/Page";
import { Stale } from "../../ui/Stale";
import { type FormState, useForm } from "../../ui/useForm";
import { ComesTo } from "./Common";
import { useTried } from "./useOwn";

/** What is on the shelf, by code and name. */
export function useShelf(): readonly (readonly [string, string])[] {
  const parts = useQuery({ queryKey: ["parts"], queryFn: () => answer(shop.GET("/api/settings/parts")) });
  return parts.data?.map((p) => [p.code, p.name] as const) ?? [];
}

/** Every version there was, each as a file. */
function Versions({ code, now }: { code: string; now: number }) {
  const versions = useQuery({
    queryKey: ["own-jobs", "versions", code],
    queryFn: () => answer(shop.GET("/api/settings/jobs/{code}/versions", { params: { path: { code } } })),
  });
  return (
    <Disclosure title={<Quiet>Version {now}</Quiet>}>
      <Lines>
        {versions.data?.map((v) => (
          <li key={v.version}>
            <a href={`/api/settings/jobs/${code}/versions/${v.version}`} download>
              Version {v.version}
            </a>{" "}
            <Quiet>
              {v.name} · {v.by}, {dayInWords(v.at)}
              {v.retired && " · taken out"}
            </Quiet>
          </li>
        ))}
      </Lines>
    </Disclosure>
  );
}

type Entry = { code: string; version: number; name: string; retired: boolean };

interface Props<E extends Entry> {
  start: E;
  /** As it is sent: without empty lines, and with its code. */
  clean: (edit: E) => E;
  tried: (edit: E) => Schemas["OwnTry"];
  send: (edit: E) => Promise<Schemas["OwnJobsAnswer"]>;
  /** One as it stands in the answer. */
  find: (all: Schemas["OwnJobsAnswer"], code: string) => E | undefined;
  children: (form: FormState<E>, problem: (pointer: string) => string | undefined) => ReactNode;
}

/** What a job and an opening are written in alike: the fields, what they come to beside them, and keeping it. */
export function Editor<E extends Entry>({ start, clean, tried, send, find, children }: Props<E>) {
  const queries = useQueryClient();
  const go = useNavigate();
  const form = useForm({
    start,
    send: async (edit: E) => {
      const all = await send(clean(edit));
      return { all, version: find(all, clean(edit).code)?.version ?? edit.version };
    },
    done: ({ all }) => {
      queries.setQueryData(["own-jobs"], all);
      void queries.invalidateQueries({ queryKey: ["own-jobs", "picks"] });
      void go("/settings/jobs");
    },
  });
  const { edit } = form;
  const now = useTried(tried(clean(edit)));
  const told = now.data?.problems.filter((p) => !p.missing) ?? [];
  const problem = (pointer: string) => form.at(pointer) ?? told.find((p) => p.pointer === pointer)?.sentence;
  return (
    <Columns $shape="1.7fr 1fr">
      <Form of={form} onLeave={() => void go("/settings/jobs")}>
        <Stack $gap={22}>
          {children(form, problem)}
          <FormProblem of={form} />
          <Stale<E, E>
            of={form}
            edit={(theirs) => ({ ...edit, ...theirs })}
            words={(theirs) => theirs.name}
          />
          <Row $gap={16}>
            <Button type="submit" $main isDisabled={form.pending}>
              Keep it
            </Button>
            <Button onPress={() => void go("/settings/jobs")}>Leave it</Button>
            {start.version > 0 && (
              <Button
                isDisabled={form.pending}
                onPress={() => form.submit({ retired: !edit.retired } as Partial<E>)}
              >
                {edit.retired ? "Do it again from now on" : "Not done any more"}
              </Button>
            )}
          </Row>
          {start.version > 0 && <Versions code={start.code} now={start.version} />}
        </Stack>
      </Form>
      <ComesTo tried={now.data} error={now.error} />
    </Columns>
  );
}
