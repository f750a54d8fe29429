import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas, shop } from "../../api/client";
import { dayInWords } from "../../api/words";
import { Button } from "../../ui/Button";
import { TextField } from "../../ui/Fields";
import { Form, FormProblem } from "../../ui/Form";
import { Lines, Quiet, Row, Stack } from "../../ui/Page";
import { Problem } from "../../ui/Problem";
import { useForm } from "../../ui/useForm";
import { Waiting } from "../../ui/Waiting";
import { Withdrawable } from "./Withdrawable";

/** The shop's shared tablets: on them people switch by name and PIN. */
export function Devices() {
  const queries = useQueryClient();
  const devices = useQuery({
    queryKey: ["devices"],
    queryFn: () => answer(shop.GET("/api/access/devices")),
  });
  const settle = async (now: Schemas["DeviceAnswer"][]) => {
    queries.setQueryData(["devices"], now);
    await queries.invalidateQueries({ queryKey: ["access"] });
  };
  const form = useForm({
    start: { name: "", idleMinutes: "5" },
    send: ({ name, idleMinutes }) =>
      answer(
        shop.POST("/api/access/devices", {
          body: { name, idleMinutes: Number.parseInt(idleMinutes, 10) || 0 },
        }),
      ),
    // From now on it is the shop's: whoever works at it comes in by name and PIN.
    done: settle,
    next: true,
  });
  const withdraw = useMutation({
    mutationFn: (id: string) => answer(shop.DELETE("/api/access/devices/{id}", { params: { path: { id } } })),
    onSuccess: settle,
  });
  const here = devices.data?.some((d) => d.isThis);
  return (
    <Stack>
      <Waiting of={devices} what="Looking for the tablets" rows={2} />
      {devices.data && devices.data.length > 0 && (
        <Lines>
          {devices.data.map((d) => (
            <Withdrawable
              key={d.id}
              name={d.name}
              beside={d.isThis && <Quiet>(this one)</Quiet>}
              about={`locks after ${d.idleMinutes} min; enrolled by ${d.enrolledBy}, ${dayInWords(d.at.slice(0, 10))}`}
              onWithdraw={() => withdraw.mutate(d.id)}
            />
          ))}
        </Lines>
      )}
      <Problem of={withdraw.error} />
      <Form of={form}>
        <Stack>
          <p>
            {here ? (
              "This browser is a tablet of the shop’s. It can be called otherwise."
            ) : (
              <>
                Make this browser a tablet of the shop’s: then people switch on it by name and PIN, and it
                locks by itself. You sign in on it anew.
              </>
            )}
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
