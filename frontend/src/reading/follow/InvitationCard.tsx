import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Link } from "react-router";
import { Problem } from "../../api/client";
import { useAnswerInvitation, useInvitation, type InvitationAnswer } from "../../api/following";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import styles from "./follow.module.css";

const ANSWERS: { answer: InvitationAnswer; label: string }[] = [
  { answer: "accept", label: "Accept" },
  { answer: "tentative", label: "Accept for now" },
  { answer: "decline", label: "Decline" },
];

/** What the message's calendar asks, what it clashes with, and the answer. */
export function InvitationCard({ message }: { message: number }) {
  const invitation = useInvitation(message);
  const answer = useAnswerInvitation();
  const [comment, setComment] = useState("");
  const found = invitation.data;
  if (!found) return <Fault of={invitation} />;
  const { event } = found;
  if (!event) return <p className={ui.hint}>{found.asks}</p>;
  const noServer = answer.error instanceof Problem && answer.error.message.includes("Mail out");
  return (
    <section className={styles.card} aria-label="Invitation">
      <p>{found.asks}</p>
      <h3>{event.title}</h3>
      <p>
        <b>{event.when}</b>
        {event.repeats && `, ${event.repeats}`}
        {event.place && ` · ${event.place}`}
        {event.over && " · over"}
      </p>
      {found.clashes?.map((clash) => (
        <p key={clash} className={styles.clash}>
          <b>At that time:</b> {clash}
        </p>
      ))}
      {found.clashes?.length === 0 && found.method === "REQUEST" && (
        <p className={ui.quiet}>Nothing else is in your calendars then.</p>
      )}
      {(found.attendees?.length ?? 0) > 0 && (
        <p className={ui.quiet}>{found.attendees!.map(({ name, comes }) => `${name} ${comes}`).join("; ")}.</p>
      )}
      {found.problems?.map((problem) => (
        <p key={problem} className={ui.quiet}>
          {problem}
        </p>
      ))}
      {found.may_answer && (
        <>
          {found.answered && <p role="status">{found.answered.said}</p>}
          <TextField
            size="small"
            fullWidth
            label="A word with the answer"
            value={comment}
            onChange={({ target }) => setComment(target.value)}
          />
          <div className={ui.rowOf} role="group" aria-label="Answer the invitation">
            {ANSWERS.map((each) => (
              <Button
                key={each.answer}
                variant={each.answer === "accept" && !found.answered ? "contained" : undefined}
                disabled={answer.isPending || found.answered?.answer === each.answer}
                onClick={() => answer.mutate({ message, answer: each.answer, comment }, { onSuccess: () => setComment("") })}
              >
                {each.label}
              </Button>
            ))}
          </div>
          <Fault of={answer} />
          {noServer && <Link to="/mail-in/out">Open Mail out</Link>}
        </>
      )}
    </section>
  );
}
