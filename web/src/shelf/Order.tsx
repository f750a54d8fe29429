import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { useMoney } from "../api/money";
import { newId } from "../api/ids";
import { dayInWords, partWords } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { TextField } from "../ui/Fields";
import { Plain, Quiet, Row, Stack } from "../ui/Page";
import { Form, FormProblem } from "../ui/Form";
import { Problem } from "../ui/Problem";
import { useForm } from "../ui/useForm";

type OrderAnswer = Schemas["OrderAnswer"];
type Ways = Schemas["OrdersAnswer"];
type Way = "service" | "mail" | "byHand";

const WENT: Record<Schemas["OrderWay"], string> = {
  notSent: "not sent yet",
  service: "sent to the supplier’s service",
  mail: "sent by mail",
  byHand: "ordered by hand",
};

/** One order: how it stands, the ways it can go, and what came of it. */
export function Order({ order, ways }: { order: OrderAnswer; ways: Ways }) {
  const [receiving, setReceiving] = useState(false);
  const took = useTook();
  const path = { id: order.id };
  const send = useMutation({
    mutationFn: (way: Way) =>
      answer(shop.POST("/api/shelf/orders/{id}/send", { params: { path }, body: { way } })),
    onSuccess: took,
  });
  const ask = useMutation({
    mutationFn: () => answer(shop.POST("/api/shelf/orders/{id}/ask", { params: { path } })),
    onSuccess: took,
  });
  const close = useMutation({
    mutationFn: () => answer(shop.POST("/api/shelf/orders/{id}/close", { params: { path } })),
    onSuccess: took,
  });
  const money = useMoney();
  const open = order.closedAt === null;
  const rest = order.lines.filter((l) => l.toCome > 0).length;
  return (
    <Stack $gap={6}>
      <Row style={{ justifyContent: "space-between", alignItems: "baseline" }}>
        <h3 style={{ fontSize: 20, color: "var(--ink)" }}>
          Order {order.number}
          {order.late && <span style={{ color: "var(--renew)" }}>, late</span>}
        </h3>
        <Quiet>
          {dayInWords(order.sentAt ?? order.at)}, {order.by},{" "}
          {open ? WENT[order.way] : rest > 0 ? "given up" : "all here"}
          {order.total > 0 && `, about ${money(order.total)}`}
        </Quiet>
      </Row>
      <Link to={`/ledger/papers/order/${order.id}`}>The order on paper</Link>
      {order.said && <p>{order.said}</p>}
      {(open || rest > 0) && (
        <Plain>
          {order.lines.map((l) => (
            <li key={l.code}>
              {partWords(l)}
              <Quiet>
                {l.received > 0 && `, ${l.received} here`}
                {open && l.toCome > 0 && order.sentAt && `, expected ${dayInWords(l.expected)}`}
              </Quiet>
            </li>
          ))}
        </Plain>
      )}
      <Problem of={send.error ?? ask.error ?? close.error} />
      {open && !receiving && (
        <Row $gap={12}>
          {order.sentAt === null && ways.hasService && (
            <Button
              $main
              isDisabled={send.isPending}
              onPress={() => {
                send.mutate("service");
              }}
            >
              {send.isPending ? "Sending…" : "Send to the supplier"}
            </Button>
          )}
          {order.sentAt === null && ways.hasMail && (
            <Button
              isDisabled={send.isPending}
              onPress={() => {
                send.mutate("mail");
              }}
            >
              Send by mail
            </Button>
          )}
          {order.sentAt === null && (
            <TextButton
              isDisabled={send.isPending}
              onPress={() => {
                send.mutate("byHand");
              }}
            >
              ordered by hand
            </TextButton>
          )}
          {order.sentAt !== null && (
            <Button
              $main
              onPress={() => setReceiving(true)}
              aria-label={`Receive a delivery of order ${order.number}`}
            >
              Receive a delivery
            </Button>
          )}
          {order.way === "service" && (
            <Button
              isDisabled={ask.isPending}
              onPress={() => {
                ask.mutate();
              }}
            >
              {ask.isPending ? "Asking…" : "Ask how it stands"}
            </Button>
          )}
          <a href={`/api/shelf/orders/${order.id}.csv`} download>
            Download as a table
          </a>
          <TextButton
            isDisabled={close.isPending}
            onPress={() => {
              close.mutate();
            }}
          >
            {order.sentAt === null
              ? "Drop the order"
              : `Close the order, ${order.lines.reduce((sum, l) => sum + l.toCome, 0)} not delivered`}
          </TextButton>
        </Row>
      )}
      {open && order.sentAt === null && ways.hasMail && !ways.supplierMail && <SupplierMail />}
      {receiving && <Receive order={order} onLeave={() => setReceiving(false)} />}
    </Stack>
  );
}

function useTook() {
  const queries = useQueryClient();
  return (all: Ways) => {
    queries.setQueryData(["orders"], all);
    void queries.invalidateQueries({ queryKey: ["to-order"] });
    void queries.invalidateQueries({ queryKey: ["stock"] });
    void queries.invalidateQueries({ queryKey: ["kits"] });
  };
}

function Receive({ order, onLeave }: { order: OrderAnswer; onLeave: () => void }) {
  const took = useTook();
  const open = order.lines.filter((l) => l.toCome > 0);
  const ids = useRef(new Map(open.map((l) => [l.code, newId()])));
  const form = useForm({
    start: () => ({
      came: Object.fromEntries(open.map((l) => [l.code, String(l.toCome)])) as Record<string, string>,
      note: "",
    }),
    send: ({ came, note }) =>
      answer(
        shop.POST("/api/shelf/orders/{id}/receipts", {
          params: { path: { id: order.id } },
          body: {
            note,
            lines: open.map((l) => ({
              id: ids.current.get(l.code) ?? newId(),
              code: l.code,
              quantity: came[l.code] ?? "",
            })),
          },
        }),
      ),
    done: (all) => {
      took(all);
      onLeave();
    },
  });
  const { edit, change, at } = form;
  return (
    <Form of={form} onLeave={onLeave}>
      <Stack $gap={8}>
        {open.map((l, i) => (
          <TextField
            key={l.code}
            label={`${l.name}: came, of ${l.toCome} to come`}
            value={edit.came[l.code] ?? ""}
            onChange={(text) => change({ came: { ...edit.came, [l.code]: text } })}
            problem={at(`/lines/${i}/quantity`) ?? at(`/lines/${i}/code`)}
            autoFocus={i === 0}
          />
        ))}
        <TextField
          label="Number of the delivery note"
          value={edit.note}
          onChange={(note) => change({ note })}
          problem={at("/note")}
        />
        <FormProblem of={form} />
        <Row>
          <Button type="submit" $main isDisabled={form.pending}>
            Put it on the shelf
          </Button>
          <TextButton onPress={onLeave}>Cancel</TextButton>
        </Row>
      </Stack>
    </Form>
  );
}

function SupplierMail() {
  const took = useTook();
  const form = useForm({
    start: { mail: "" },
    send: (body) => answer(shop.PUT("/api/shelf/supplier", { body })),
    done: took,
  });
  return (
    <Form of={form}>
      <Row $gap={12} style={{ alignItems: "end" }}>
        <TextField
          label="The supplier’s mail address"
          value={form.edit.mail}
          onChange={(mail) => form.change({ mail })}
          problem={form.at("/mail")}
        />
        <Button type="submit" isDisabled={form.pending}>
          Keep it
        </Button>
      </Row>
      <FormProblem of={form} />
    </Form>
  );
}
