import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, type Schemas, shop } from "../api/client";
import { useMoney } from "../api/money";
import { useMay } from "../api/useAccess";
import { clockInWords, dayInWords, shortDay } from "../api/words";
import { Button, TextButton } from "../ui/Button";
import { range } from "../ui/EstimateTable";
import { TextField } from "../ui/Fields";
import { Lines, Quiet, Row, Section, Stack } from "../ui/Page";
import { Problem } from "../ui/Problem";
import { ToldOnce } from "../ui/ToldOnce";
import { VerdictWord } from "../ui/Verdict";
import { Waiting } from "../ui/Waiting";
import type { About } from "./about";
import { Ask } from "./Ask";
import { Told } from "./Told";

type Answer = Schemas["ApprovalsAnswer"];
type Approval = Schemas["ApprovalAnswer"];

interface Props {
  of: About;
  /** Counts up whenever something of the visit has changed that a price hangs on. */
  as?: string | number;
}

/** What a customer was asked, what they said, and what would be asked now. */
export default function Approvals({ of, as = 0 }: Props) {
  const queries = useQueryClient();
  const key = ["approvals", of.visit ?? of.booking, as];
  const asked = useQuery({
    queryKey: key,
    queryFn: () =>
      answer(
        of.visit === undefined
          ? shop.GET("/api/approvals/bookings/{id}", { params: { path: { id: of.booking } } })
          : shop.GET("/api/approvals/visits/{id}", { params: { path: { id: of.visit } } }),
      ),
    // An answer comes from outside: nobody here presses anything.
    refetchInterval: 20_000,
  });
  const mayOffer = useMay("offer");
  const take = (now: Answer) => {
    queries.setQueryData(key, now);
    void queries.invalidateQueries({ queryKey: ["today"] });
    if (of.visit) void queries.invalidateQueries({ queryKey: ["visit", of.visit] });
  };
  const now = asked.data;
  return (
    <Section aria-label="What the customer says">
      <Waiting of={asked} what="Reading what the customer was asked" rows={3} />
      {now?.words && <p>{now.asksAgain ? <b>{now.words}</b> : now.words}</p>}
      {now?.approvals.map((a) => (
        <One key={a.id} of={a} phone={now.phone} mayOffer={mayOffer} onNow={take} />
      ))}
      {now && mayOffer && now.proposed.length > 0 && (
        <Ask
          key={now.proposed.map((l) => l.what).join()}
          of={of}
          proposed={now.proposed}
          mail={now.canMail ? now.mail : null}
          onAsked={take}
        />
      )}
      {now && now.approvals.length === 0 && now.proposed.length === 0 && (
        <Quiet>Nothing is to be asked: all of it was agreed on when it came.</Quiet>
      )}
    </Section>
  );
}

const STATE: Record<Schemas["ApprovalState"], string> = {
  open: "Asked, not answered yet",
  answered: "Answered",
  withdrawn: "Withdrawn",
  expired: "Not answered in time",
};

interface OneProps {
  of: Approval;
  phone: string;
  mayOffer: boolean;
  onNow: (now: Answer) => void;
}

function One({ of, phone, mayOffer, onNow }: OneProps) {
  const money = useMoney();
  const [telling, setTelling] = useState(false);
  const at = { params: { path: { id: of.id } } };
  const withdraw = useMutation({
    mutationFn: () => answer(shop.DELETE("/api/approvals/{id}", at)),
    onSuccess: onNow,
  });
  const link = useMutation({
    mutationFn: () => answer(shop.POST("/api/approvals/{id}/link", at)),
    onSuccess: onNow,
  });
  const open = of.state === "open";
  return (
    <Stack $gap={6}>
      <h3>
        {STATE[of.state]}
        {of.answeredAt && (
          <Quiet style={{ fontWeight: 400 }}>
            {" "}
            by {of.answeredBy}, {shortDay(of.answeredAt)} {clockInWords(of.answeredAt)}
            {of.toldTo && `, said to ${of.toldTo}`}
          </Quiet>
        )}
      </h3>
      <Lines>
        {of.lines.map((l) => (
          <li key={l.key}>
            {l.agreed !== null && <b>{l.agreed ? "Yes: " : "No: "}</b>}
            {l.what} <Quiet>{range(l.extra, money)}</Quiet>{" "}
            {l.verdict && l.agreed === false && <VerdictWord verdict={l.verdict} />}
          </li>
        ))}
      </Lines>
      <Quiet>
        In all {range(of.total, money)}
        {open && `, asked by ${of.by}, until ${dayInWords(of.expiresAt)}`}
      </Quiet>
      {of.mailedTo && (
        <Quiet>
          {of.mailSentAt
            ? `Mailed to ${of.mailedTo} at ${clockInWords(of.mailSentAt)}`
            : `On its way to ${of.mailedTo}${of.mailFailed ? `: ${of.mailFailed}` : ""}`}
        </Quiet>
      )}
      <Link to={`/ledger/papers/estimate/${of.id}`}>The estimate on paper</Link>
      {of.trouble && <b>{of.trouble}</b>}
      {of.address && (
        <ToldOnce
          address={of.address}
          message={of.message ?? of.address}
          hint="Whoever has it can say yes or no. It is kept nowhere; it can be given again."
          phone={phone}
        />
      )}
      {of.questions.map((q) => (
        <Question key={q.id} approval={of.id} of={q} mayReply={open && mayOffer} onNow={onNow} />
      ))}
      {open && mayOffer && !telling && (
        <Row $gap={16}>
          <Button onPress={() => setTelling(true)}>They said it to us</Button>
          {!of.address && <TextButton onPress={() => link.mutate()}>Give the address again</TextButton>}
          <TextButton onPress={() => withdraw.mutate()}>Withdraw</TextButton>
        </Row>
      )}
      {telling && open && <Told of={of} onNow={onNow} onLeave={() => setTelling(false)} />}
      <Problem of={withdraw.error ?? link.error} />
    </Stack>
  );
}

interface QuestionProps {
  approval: string;
  of: Schemas["ApprovalQuestion"];
  mayReply: boolean;
  onNow: (now: Answer) => void;
}

function Question({ approval, of, mayReply, onNow }: QuestionProps) {
  const [text, setText] = useState("");
  const reply = useMutation({
    mutationFn: () =>
      answer(
        shop.PUT("/api/approvals/{id}/questions/{question}/reply", {
          params: { path: { id: approval, question: of.id } },
          body: { text, name: "" },
        }),
      ),
    onSuccess: onNow,
  });
  return (
    <Stack $gap={4}>
      <p>
        <b>{of.name} asks:</b> “{of.text}”
      </p>
      {of.reply && <p>You said: {of.reply}</p>}
      {!of.reply && mayReply && (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            if (!reply.isPending) reply.mutate();
          }}
        >
          <Row style={{ alignItems: "flex-end" }}>
            <div style={{ flex: 1 }}>
              <TextField label="Say" value={text} onChange={setText} />
            </div>
            <Button type="submit" isDisabled={reply.isPending || text.trim() === ""}>
              Reply
            </Button>
          </Row>
          <Problem of={reply.error} />
        </form>
      )}
    </Stack>
  );
}
