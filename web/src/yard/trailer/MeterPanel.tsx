import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, type Schemas, shop, ShopProblem } from "../../api/client";
import { newId } from "../../api/ids";
import { dayInWords } from "../../api/words";
import { Button, TextButton } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { MeasureField } from "../../ui/MeasureField";
import { Lines, Quiet, Row, Section, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
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
  const trips = trailer.meter === "trips" || trailer.meter === "estimate";
  const [adding, setAdding] = useState(false);
  const [id, setId] = useState(newId);
  const [typed, setTyped] = useState("");
  const [on, setOn] = useState("");
  const [planned, setPlanned] = useState(false);
  const [fresh, setFresh] = useState(false);
  const [wet, setWet] = useState(false);
  const day = on || house.data?.today || "";

  const settle = async (now: Schemas["TrailerAnswer"]) => {
    queries.setQueryData(["trailer", trailer.id], now);
    await queries.invalidateQueries({ queryKey: ["meter", trailer.id] });
    await queries.invalidateQueries({ queryKey: ["trailers"] });
  };
  const add = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/yard/trailers/{id}/meter/{entryId}", {
          params: { path: { ...path, entryId: id } },
          body: {
            kind: wet ? "immersion" : trips || planned ? "trip" : "reading",
            on: day,
            typed,
            startsNewMeter: fresh && !wet,
          },
        }),
      ),
    onSuccess: async (now) => {
      await settle(now);
      note(`Written down: ${typed.trim()}, ${dayInWords(day)}.`, () => takeBack.mutate(id));
      setId(newId());
      setTyped("");
      setFresh(false);
      setAdding(false);
    },
  });
  const takeBack = useMutation({
    mutationFn: (entryId: string) =>
      answer(
        shop.DELETE("/api/yard/trailers/{id}/meter/{entryId}", { params: { path: { ...path, entryId } } }),
      ),
    onSuccess: settle,
  });
  const refused = add.error instanceof ShopProblem ? add.error : undefined;
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
      <Problem of={takeBack.error} />
      {adding ? (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            add.mutate();
          }}
        >
          <Stack>
            {wet ? (
              <TextField
                label="Times under water that day"
                value={typed}
                onChange={setTyped}
                inputMode="numeric"
                problem={refused?.field("/typed")}
              />
            ) : (
              <MeasureField
                label={trips || planned ? "The trip’s distance" : "The meter shows"}
                value={typed}
                onChange={setTyped}
                quantity="distance"
                example={trips || planned ? "240 mi" : "12,480"}
                problem={refused?.field("/typed")}
              />
            )}
            <DateField
              label={wet ? "The day" : trips || planned ? "The trip’s last day" : "Read on"}
              value={day}
              onChange={setOn}
              problem={refused?.field("/on")}
            />
            <Checkbox checked={wet} onChange={setWet}>
              hubs under water at a launch ramp
            </Checkbox>
            {!trips && !wet && (
              <Checkbox checked={planned} onChange={setPlanned}>
                a trip to come, not a reading
              </Checkbox>
            )}
            {(refused?.field("/typed") || fresh) && !trips && (
              <Checkbox checked={fresh} onChange={setFresh}>
                a new meter starts here
              </Checkbox>
            )}
            {refused && refused.fields.length === 0 && <Problem of={refused} />}
            <Row>
              <Button type="submit" isDisabled={add.isPending}>
                Write it down
              </Button>
              <TextButton onPress={() => setAdding(false)}>Cancel</TextButton>
            </Row>
          </Stack>
        </form>
      ) : (
        <div>
          <TextButton
            onPress={() => {
              setWet(trailer.meter === "none");
              setAdding(true);
            }}
          >
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
