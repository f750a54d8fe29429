import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../../api/client";
import { Button } from "../../ui/Button";
import { Checkbox } from "../../ui/Checkbox";
import { FilePicker } from "../../ui/FilePicker";
import { Lines, Quiet, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";

const STATE: Record<Schemas["MergeState"], string> = {
  new: "new: taken in",
  same: "stands already",
  kept: "yours is different, and is kept",
  replaced: "replaces yours",
  refused: "cannot work here",
};

/** Jobs on their way to another shop and from it: looked at first, then taken in. */
export function JobsFile() {
  const queries = useQueryClient();
  const [text, setText] = useState<string | null>(null);
  const [replace, setReplace] = useState<string[]>([]);
  const send = useMutation({
    mutationFn: ({ file, apply, over }: { file: string; apply: boolean; over: readonly string[] }) =>
      answer(
        shop.POST("/api/settings/jobs/file", {
          params: { query: { apply, replace: over.join(",") } },
          body: {} as Schemas["OwnWorkFile"],
          bodySerializer: () => file,
        }),
      ),
    onSuccess: (_, { apply }) => {
      if (apply) {
        setText(null);
        void queries.invalidateQueries({ queryKey: ["own-jobs"] });
      }
    },
  });
  const looked = send.data;
  const look = (file: string, over: string[]) => {
    setReplace(over);
    send.mutate({ file, apply: false, over });
  };
  return (
    <Section aria-label="From shop to shop">
      <h2>From shop to shop</h2>
      <Stack $gap={12}>
        <p>
          <a href="/api/settings/jobs/file" download="jobs.json">
            All of it as a file
          </a>{" "}
          <Quiet>
            JSON, by its <a href="/api/settings/jobs/schema">schema</a>
          </Quiet>
        </p>
        <FilePicker
          label="A file of jobs from another shop: drop it here, or"
          button="Choose a file"
          accept={[".json", "application/json"]}
          onPick={(chosen) =>
            void chosen.text().then((read) => {
              setText(read);
              look(read, []);
            })
          }
        />
        <Problem of={send.error} />
        {looked && (
          <>
            <Lines aria-label="What the file holds">
              {looked.entries.map((e) => (
                <li key={e.code}>
                  {e.name}{" "}
                  <Quiet>
                    {e.isOpening ? "opening, " : ""}
                    {STATE[e.state]}
                  </Quiet>{" "}
                  {e.why}
                  {text !== null && (e.state === "kept" || e.state === "replaced") && (
                    <Checkbox
                      checked={replace.includes(e.code)}
                      onChange={(on) =>
                        look(text, on ? [...replace, e.code] : replace.filter((c) => c !== e.code))
                      }
                    >
                      Put it in the place of yours
                    </Checkbox>
                  )}
                </li>
              ))}
            </Lines>
            {looked.entries.length === 0 && <p>There is nothing in it.</p>}
            {text === null ? (
              looked.applied && <p role="status">Taken in.</p>
            ) : (
              <div>
                <Button
                  $main
                  isDisabled={
                    send.isPending || !looked.entries.some((e) => e.state === "new" || e.state === "replaced")
                  }
                  onPress={() => send.mutate({ file: text, apply: true, over: replace })}
                >
                  Take them in
                </Button>
              </div>
            )}
          </>
        )}
      </Stack>
    </Section>
  );
}
