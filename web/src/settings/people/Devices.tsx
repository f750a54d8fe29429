import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, shop } from "../../api/client";
import { dayInWords } from "../../api/words";
import { Button, TextButton } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Form, FormProblem } from "../../ui/Form";
import { Lines, Quiet, Row, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { useForm } from "../../ui/useForm";
import { Waiting } from "../../ui/Waiting";

/** The shop's shared tablets: on them people switch by name and PIN. */
export function Devices() {
  const queries = useQueryClient();
  const devices = useQuery({
    queryKey: ["devices"],
    queryFn: () => answer(shop.GET("/api/access/devices")),
  });
  const form = useForm({
    start: { name: "", idleMinutes: "5" },
    send: ({ name, idleMinutes }) =>
      answer(
        shop.POST("/api/access/devices", {
          body: { name, idleMinutes: Number.parseInt(idleMinutes, 10) || 0 },
        }),
      ),
    done: async (now) => {
      queries.setQueryData(["devices"], now);
      // From now on it is the shop's: whoever works at it comes in by name and PIN.
      await queries.invalidateQueries({ queryKey: ["access"] });
    },
    next: true,
  });
  const withdraw = useMutation({
    mutationFn: (id: string) => answer(shop.DELETE("/api/access/devices/{id}", { params: { path: { id } } })),
    onSuccess: async (now) => {
      queries.setQueryData(["devices"], now);
      await queries.invalidateQueries({ queryKey: ["access"] });
    },
  });
  const here = devices.data?.some((d) => d.isThis);
  return (
    <Stack>
      <Waiting of={devices} what="Looking for the tablets" rows={2} />
      {devices.data && devices.data.length > 0 && (
        <Lines>
          {devices.data.map((d) => (
            <li key={d.id}>
              <Row style={{ justifyContent: "space-between" }}>
                <span>
                  <b>{d.name}</b> {d.isThis && <Quiet>(this one)</Quiet>}
                  <br />
                  <Quiet>
                    locks after {d.idleMinutes} min; enrolled by {d.enrolledBy},{" "}
                    {dayInWords(d.at.slice(0, 10))}
                  </Quiet>
                </span>
                <TextButton aria-label={`Withdraw ${d.name}`} onPress={() => withdraw.mutate(d.id)}>
                  Withdraw
                </TextButton>
              </Row>
            </li>
          ))}
        </Lines>
      )}
      <Problem of={withdraw.error} />
      <Form of={form}>
        <Stack>
          <p>
            {here
              ? "This browser is a tablet of the shop’s. It can be called otherwise."
              : "Make this browser a tablet of the shop’s: then people switch on it by name and PIN, and it locks by itself. You sign in on it anew."}
          </p>
          <Row style={{ alignItems: "flex-start" }}>
            <TextField
              label="What the shop calls it"
              placeholder="Bay 1"
              value={form.edit.name}
              onChange={(name) => form.change({ name })}
              problem={form.at("/name")}
            />
            <TextField
              label="Minutes until it locks"
              inputMode="numeric"
              value={form.edit.idleMinutes}
              onChange={(idleMinutes) => form.change({ idleMinutes })}
              problem={form.at("/idleMinutes")}
            />
          </Row>
          <FormProblem of={form} />
          <div>
            <Button type="submit" isDisabled={form.pending}>
              {here ? "Call it that" : "Enrol this browser"}
            </Button>
          </div>
        </Stack>
      </Form>
    </Stack>
  );
}
