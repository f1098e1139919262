import { Link } from "react-router";
import { useLetThrough, useSaveLetThrough } from "../../api/rulebook";
import { Chips } from "../../condition/Values";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";

/** The short list that always comes straight in, whatever the plan says. */
export function LetThrough() {
  const list = useLetThrough().data;
  const save = useSaveLetThrough();
  if (!list) return null;
  const set = (part: { people?: string[]; words?: string[] }) => save.mutate({ people: list.people, words: list.words, ...part });
  return (
    <section aria-label="Let through">
      <h2>Let through</h2>
      <p className={ui.sub}>
        These always come straight in, whatever the plan says.{" "}
        {list.rule_id ? (
          <>
            Behind it stands an ordinary rule, read first: <Link to={`/rules/${list.rule_id}`}>Let through</Link>.
          </>
        ) : (
          "Behind it will stand an ordinary rule, read first."
        )}
      </p>
      {list.changed ? (
        <p className={ui.quiet}>That rule says more now than this list can show. Change it there.</p>
      ) : (
        <>
          <div className={ui.conditionLine}>
            from
            <Chips
              fact="from"
              label="Who comes straight in"
              values={list.people}
              join="or"
              people
              change={(people) => set({ people })}
            />
          </div>
          <div className={ui.conditionLine}>
            about
            <Chips
              fact="subject"
              label="Words that come straight in"
              values={list.words}
              join="or"
              people={false}
              change={(words) => set({ words })}
            />
          </div>
        </>
      )}
      <Fault of={save} />
    </section>
  );
}
