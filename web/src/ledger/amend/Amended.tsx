import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { dayInWords } from "../../api/words";
import { Lines, Quiet, Stack } from "../../ui/Page";
import { Changed } from "./Changed";
import type { What } from "./draft";

/** The way to putting one thing of a visit right. */
export function RightLink({
  visit,
  what,
  of,
  name,
}: {
  visit: string;
  what: What;
  of: string;
  name: string;
}) {
  return (
    <Link
      to={`/ledger/visits/${visit}/amend/${what}/${of}`}
      aria-label={`Put right: ${name}`}
      style={{ display: "inline-block", padding: "4px 0", margin: "-4px 0", whiteSpace: "nowrap" }}
    >
      put right
    </Link>
  );
}

/** What stood at one thing of a visit before it was put right; nothing where it was right from the start. */
export function Was({ of, sheet }: { of: string; sheet: Schemas["VisitSheet"] }) {
  const put = sheet.amendments.filter((a) => a.of === of);
  return put.map((a) => (
    <p key={a.id}>
      <Quiet>
        {a.was ? (
          <>
            Was: <s>{a.was}</s>.
          </>
        ) : (
          "Was missing."
        )}{" "}
        Put right on {dayInWords(a.at)} by {a.by}.
      </Quiet>
    </p>
  ));
}

/** All that was put right in a visit, and remarked to it, oldest first. */
export function PutRight({ sheet }: { sheet: Schemas["VisitSheet"] }) {
  return sheet.amendments.length > 0 ? (
    <Lines>
      {sheet.amendments.map((a) => (
        <li key={a.id}>
          {a.kind === "remark" ? (
            a.text
          ) : (
            <Stack $gap={4}>
              <Changed kind={a.kind} of={a} />
              <span>Why: {a.text}</span>
            </Stack>
          )}{" "}
          <Quiet>
            {a.by}, {dayInWords(a.at)}
          </Quiet>
        </li>
      ))}
    </Lines>
  ) : null;
}
