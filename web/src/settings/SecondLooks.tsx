import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, shop } from "../api/client";
import { Checkbox } from "../ui/Checkbox";
import { Disclosure } from "../ui/Disclosure";
import { Quiet, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";

/** Work that somebody else looks at before a trailer leaves. */
export function SecondLooks() {
  const queries = useQueryClient();
  const choices = useQuery({
    queryKey: ["second-looks"],
    queryFn: () => answer(shop.GET("/api/settings/second-looks")),
  });
  const save = useMutation({
    mutationFn: (codes: string[]) => answer(shop.PUT("/api/settings/second-looks", { body: { codes } })),
    onSuccess: (now) => {
      queries.setQueryData(["second-looks"], now);
      void queries.invalidateQueries({ queryKey: ["visit"] });
    },
  });
  const wanted = choices.data?.filter((c) => c.wanted) ?? [];
  return choices.data ? (
    <Disclosure
      title={
        <>
          Looked at a second time before a trailer leaves:{" "}
          <Quiet>{wanted.length === 0 ? "nothing (default)" : wanted.map((c) => c.words).join(", ")}</Quiet>
        </>
      }
    >
      <Stack $gap={0}>
        <Quiet>Somebody else than whoever did it says so, before the visit can be closed.</Quiet>
        {choices.data.map((c) => (
          <Checkbox
            key={c.code}
            checked={c.wanted}
            disabled={save.isPending}
            onChange={(on) =>
              save.mutate([...wanted.map((w) => w.code).filter((w) => w !== c.code), ...(on ? [c.code] : [])])
            }
          >
            {c.words}
          </Checkbox>
        ))}
        <Problem of={save.error} />
      </Stack>
    </Disclosure>
  ) : null;
}
