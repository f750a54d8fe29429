import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { clockInWords, dayInWords } from "../../api/words";
import { TextButton } from "../../ui/Button";
import { type Col, DataTable } from "../../ui/DataTable";
import { Quiet, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { Waiting } from "../../ui/Waiting";

type Session = Schemas["SessionAnswer"];

const BY: Record<Schemas["SignedInBy"], string> = {
  secret: "secret",
  pin: "PIN",
  passkey: "passkey",
  code: "code",
};

const moment = (at: string) => `${dayInWords(at.slice(0, 10))}, ${clockInWords(at)}`;

// A browser calls itself by half a line of history: what kind it is, and on what, is enough.
function whereInWords(where: string): string {
  const browser = /(Edg|Firefox|Chrome|Safari)\//.exec(where)?.[1];
  const on = /(Android|iPhone|iPad|Windows|Macintosh|Linux)/.exec(where)?.[1];
  return browser && on ? `a browser on ${on}` : where || "a browser that says nothing of itself";
}

/** Who is signed in where; each can be ended. @param of Whose alone; everybody's that one may see if it is not said. */
export function Sessions({ of }: { of?: string }) {
  const queries = useQueryClient();
  const sessions = useQuery({
    queryKey: ["sessions"],
    queryFn: () => answer(shop.GET("/api/access/sessions")),
  });
  const end = useMutation({
    mutationFn: (id: string) =>
      answer(shop.DELETE("/api/access/sessions/{id}", { params: { path: { id } } })),
    onSuccess: (now) => queries.setQueryData(["sessions"], now),
  });
  const columns: Col<Session>[] = [
    { id: "person", title: "Who", cell: (s) => s.person, by: (s) => s.person },
    {
      id: "where",
      title: "Where",
      cell: (s) => (
        <>
          {whereInWords(s.where)} {s.isThis && <Quiet>(here)</Quiet>}
        </>
      ),
      by: (s) => s.where,
    },
    { id: "by", title: "By", cell: (s) => BY[s.by], by: (s) => s.by },
    { id: "since", title: "Since", cell: (s) => moment(s.at), by: (s) => s.at },
    { id: "seen", title: "Last heard", cell: (s) => moment(s.seenAt), by: (s) => s.seenAt },
    {
      id: "end",
      title: "",
      by: () => "",
      cell: (s) =>
        s.isThis ? null : (
          <TextButton
            aria-label={`End ${s.person}, ${whereInWords(s.where)}`}
            onPress={() => end.mutate(s.id)}
          >
            End
          </TextButton>
        ),
    },
  ];
  return (
    <Stack>
      <Waiting of={sessions} what="Looking who is signed in" rows={3} />
      {sessions.data && (
        <DataTable
          label="Signed in"
          columns={columns}
          items={sessions.data.filter((s) => of === undefined || s.person === of)}
          idOf={(s) => s.id}
        />
      )}
      <Problem of={end.error} />
    </Stack>
  );
}
