import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop } from "../../api/client";
import { newId } from "../../api/ids";
import { dayInWords } from "../../api/words";
import { Button, TextButton } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { MeasureField } from "../../ui/MeasureField";
import { Lines, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { Form, FormProblem } from "../../ui/Form";
import { useForm } from "../../ui/useForm";
import { useShop } from "../../api/useShop";
import { note } from "../../ui/Notes";
import { Checkbox } from "../../ui/Checkbox";
import { DateField } from "../../ui/DateField";

const WORDS: Record<Schemas["MeterKind"], string> = {
  none: "No meter: time alone decides",
  hubOdometer: "Hub odometer",
  towLog: "Tow vehicle’s log",
  trips: "Trips written down",
  estimate: "An estimate of the year",
};

const SHOWN = 4;

/** How the trailer's distance is known, its last entries, and a place for the next. */
export function MeterPanel({ trailer }: { trailer: Schemas["TrailerAnswer"] }) {
  const queries = useQueryClient();
  const house = useShop();
  const path = { id: trailer.id };
  const meter = useQuery({
    queryKey: ["meter", trailer.id, trailer.version],
    queryFn: () => answer(shop.GET("/api/yard/trailers/{id}/meter", { params: { path } })),
  });
  const today = house.data?.today ?? "";
  const trips = trailer.meter === "trips" || trailer.meter === "estimate";
  const [adding, setAdding] = useState(false);
  const settle = async (now: Schemas["TrailerAnswer"]) => {
    queries.setQueryData(["trailer", trailer.id], now);
    await queries.invalidateQueries({ queryKey: ["meter", trailer.id] });
    await queries.invalidateQueries({ queryKey: ["trailers"] });
  };
  const put = (id: string, body: Schemas["MeterDraft"]) =>
    answer(
      shop.PUT("/api/yard/trailers/{id}/meter/{entryId}", {
        params: { path: { ...path, entryId: id } },
        body,
      }),
    );
  const form = useForm({
    start: { typed: "", on: "", planned: false, fresh: false, wet: trailer.meter === "none" },
    send: ({ typed, on, planned, fresh, wet }, id) =>
      put(id, {
        kind: wet ? "immersion" : trips || planned ? "trip" : "reading",
        on: on || today,
        typed,
        startsNewMeter: fresh && !wet,
      }),
    done: async (now, { typed, on }, id) => {
      await settle(now);
      note(`Written down: ${typed.trim()}, ${dayInWords(on || today)}.`, () => takeBack.mutate(id));
      setAdding(false);
    },
    next: true,
  });
  const { edit, change, at } = form;
  const { wet, planned } = edit;
  const takeBack = useMutation({
    mutationFn: (entryId: string) =>
      answer(
        shop.DELETE("/api/yard/trailers/{id}/meter/{entryId}", { params: { path: { ...path, entryId } } }),
      ),
    onSuccess: async (now, taken) => {
      const was = meter.data?.entries.find((e) => e.id === taken);
      await settle(now);
      // Written down anew, under an id of its own: what was taken back stays so, however late it comes again.
      if (was) note(`Taken back: ${was.read}.`, () => putBack.mutate({ id: newId(), entry: was }));
    },
  });
  const putBack = useMutation({
    mutationFn: ({ id, entry }: { id: string; entry: Schemas["MeterAnswer"] }) => {
      const { kind, on, typed, startsNewMeter } = entry;
      return put(id, { kind, on, typed, startsNewMeter });
    },
    onSuccess: settle,
  });
  const leave = () => {
    form.drop();
    setAdding(false);
  };
  const newest = meter.data?.entries[0]?.id;

  return (
    <Section>
      <h3>{WORDS[trailer.meter]}</h3>
      {trailer.meter === "estimate" && <span>{trailer.estimatedYear} a year</span>}
      {meter.data?.perDay && <Quiet>{meter.data.perDay}</Quiet>}
      {meter.data && meter.data.entries.length > 0 && (
        <Lines>
          {meter.data.entries.slice(0, SHOWN).map((e) => (
            <li key={e.id} style={{ padding: "4px 0" }}>
              <Row $gap={12}>
                <b>{e.read}</b>
                <Quiet>
                  {e.kind === "immersion"
                    ? ""
                    : e.kind === "trip"
                      ? house.data && e.on > house.data.today
                        ? "trip planned "
                        : "trip "
                      : e.startsNewMeter
                        ? "new meter "
                        : ""}
                  {dayInWords(e.on)}
                </Quiet>
                {e.id === newest && (
                  <TextButton onPress={() => takeBack.mutate(e.id)} aria-label={`Take back ${e.read}`}>
                    take back
                  </TextButton>
                )}
              </Row>
            </li>
          ))}
        </Lines>
      )}
      <Problem of={takeBack.error ?? putBack.error} />
      {adding ? (
        <Form of={form} onLeave={leave}>
          <Stack>
            {wet ? (
              <TextField
                label="Times under water that day"
                value={edit.typed}
                onChange={(typed) => change({ typed })}
                inputMode="numeric"
                problem={at("/typed")}
              />
            ) : (
              <MeasureField
                label={trips || planned ? "The trip’s distance" : "The meter shows"}
                value={edit.typed}
                onChange={(typed) => change({ typed })}
                quantity="distance"
                example={trips || planned ? "240 mi" : "12,480"}
                problem={at("/typed")}
              />
            )}
            <DateField
              label={wet ? "The day" : trips || planned ? "The trip’s last day" : "Read on"}
              value={edit.on || today}
              onChange={(on) => change({ on })}
              problem={at("/on")}
            />
            <Checkbox checked={wet} onChange={(on) => change({ wet: on })}>
              hubs under water at a launch ramp
            </Checkbox>
            {!trips && !wet && (
              <Checkbox checked={planned} onChange={(on) => change({ planned: on })}>
                a trip to come, not a reading
              </Checkbox>
            )}
            {(at("/typed") || edit.fresh) && !trips && (
              <Checkbox checked={edit.fresh} onChange={(on) => change({ fresh: on })}>
                a new meter starts here
              </Checkbox>
            )}
            <FormProblem of={form} />
            <Row>
              <Button type="submit" isDisabled={form.pending}>
                Write it down
              </Button>
              <TextButton onPress={leave}>Cancel</TextButton>
            </Row>
          </Stack>
        </Form>
      ) : (
        <div>
          <TextButton onPress={() => setAdding(true)}>
            {trailer.meter === "none"
              ? "Write down a launch"
              : trips
                ? "Write down a trip"
                : "Write down a reading or a trip"}
          </TextButton>
        </div>
      )}
    </Section>
  );
}
