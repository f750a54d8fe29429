import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../api/client";
import { newId } from "../api/ids";
import { useWorkerId } from "../api/worker";
import { Button, TextButton } from "../ui/Button";
import { Choice, TextField } from "../ui/Fields";
import { MeasureField } from "../ui/MeasureField";
import { Columns, Head, Lines, Page, Quiet, Row, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { useShop } from "./useShop";

/** The shop's own choices: its name, how long a repack lasts, which schools it follows, and who works here. */
export default function ShopPage() {
  const house = useShop();
  // Counts up when somebody asks for what stands now in place of their own.
  const [stands, setStands] = useState(0);
  return (
    <Page>
      <Head>
        <h1>{house.data?.name || "Your shop"}</h1>
      </Head>
      <Problem of={house.error} />
      {house.data && (
        <Columns $shape="1.3fr 1fr">
          <Choices key={stands} house={house.data} onStale={() => setStands((n) => n + 1)} />
          <People house={house.data} />
        </Columns>
      )}
    </Page>
  );
}

function Choices({ house, onStale }: { house: Schemas["ShopAnswer"]; onStale: () => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState(house.name);
  const [months, setMonths] = useState(String(house.repackMonths));
  const [distance, setDistance] = useState(house.repackDistance);
  const [schools, setSchools] = useState(house.schools);
  const [version, setVersion] = useState(house.version);
  const save = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/yard/shop", {
          body: {
            name,
            repackMonths: Number.parseInt(months, 10) || 0,
            repackDistance: distance,
            schools,
            version,
          },
        }),
      ),
    onSuccess: async (now) => {
      setVersion(now.version);
      queries.setQueryData(["shop"], now);
      await queries.invalidateQueries();
    },
  });
  const refused = save.error instanceof ShopProblem ? save.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Stack>
        <TextField
          label="The shop’s name"
          value={name}
          onChange={setName}
          problem={refused?.field("/name")}
        />
        <h2>A bearing repack lasts</h2>
        <TextField
          label="Months"
          value={months}
          onChange={setMonths}
          problem={refused?.field("/repackMonths")}
          hint="12 is common practice"
        />
        <MeasureField
          label="or this road, whichever comes first"
          value={distance}
          onChange={setDistance}
          quantity="distance"
          example="12,000 mi"
          problem={refused?.field("/repackDistance")}
        />
        <h2>How this shop works</h2>
        <Quiet>Good practitioners differ. The packet says which school it follows.</Quiet>
        {house.questions.map((q) => (
          <Choice
            key={q.code}
            label={q.words}
            value={schools[q.code] ?? ""}
            onChange={(school) => setSchools((now) => ({ ...now, [q.code]: school }))}
            options={q.answers.map((a) => [a.code, a.words] as const)}
          />
        ))}
        <Problem
          of={
            refused && !["/name", "/repackMonths", "/repackDistance"].some((f) => refused.field(f))
              ? refused
              : null
          }
        />
        {refused?.field("/version") && (
          <div>
            <Button onPress={() => void queries.refetchQueries({ queryKey: ["shop"] }).then(onStale)}>
              Show what stands now
            </Button>
          </div>
        )}
        <Row>
          <Button type="submit" $main isDisabled={save.isPending}>
            Save
          </Button>
          {save.isSuccess && <span role="status">Saved.</span>}
        </Row>
      </Stack>
    </form>
  );
}

function People({ house }: { house: Schemas["ShopAnswer"] }) {
  const queries = useQueryClient();
  const worker = useWorkerId();
  const [name, setName] = useState("");
  const [id, setId] = useState(newId);
  const put = useMutation({
    mutationFn: (p: { id: string; name: string; active: boolean }) =>
      answer(
        shop.PUT("/api/yard/people/{id}", {
          params: { path: { id: p.id } },
          body: { name: p.name, active: p.active },
        }),
      ),
    onSuccess: (now, sent) => {
      queries.setQueryData(["shop"], now);
      if (sent.id === id) {
        setId(newId());
        setName("");
      }
    },
  });
  const refused = put.error instanceof ShopProblem ? put.error : undefined;
  return (
    <Stack>
      <h2>Who works here</h2>
      <Lines>
        {house.people.map((p) => (
          <li key={p.id}>
            <Row style={{ justifyContent: "space-between" }}>
              <span>
                {p.name} {!p.active && <Quiet>no longer here</Quiet>}
              </span>
              {p.id !== worker && (
                <TextButton onPress={() => put.mutate({ ...p, active: !p.active })}>
                  {p.active ? "has left" : "is back"}
                </TextButton>
              )}
            </Row>
          </li>
        ))}
      </Lines>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          put.mutate({ id, name, active: true });
        }}
      >
        <Stack>
          <TextField label="Somebody new" value={name} onChange={setName} problem={refused?.field("/name")} />
          {refused && refused.fields.length === 0 && <Problem of={refused} />}
          <div>
            <Button type="submit" isDisabled={put.isPending}>
              Add
            </Button>
          </div>
        </Stack>
      </form>
    </Stack>
  );
}
