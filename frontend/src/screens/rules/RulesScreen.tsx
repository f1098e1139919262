import ArrowDownward from "@mui/icons-material/ArrowDownward";
import ArrowUpward from "@mui/icons-material/ArrowUpward";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Switch from "@mui/material/Switch";
import { useNavigate, useParams } from "react-router";
import type { Rule } from "../../api/client";
import { useChangeRule, useDeleteRule, useMoveRule, useRules, useVocabulary } from "../../api/queries";
import { RuleEditor } from "./RuleEditor";
import "./rules.css";

function RuleLine({
  rule,
  place,
  last,
  selected,
  edit,
}: {
  rule: Rule;
  place: number;
  last: boolean;
  selected: boolean;
  edit: () => void;
}) {
  const change = useChangeRule();
  const remove = useDeleteRule();
  const move = useMoveRule();
  const switchIt = () => change.mutate({ id: rule.id, version: rule.version, body: { ...rule.body, enabled: !rule.enabled } });
  return (
    <li className={["rule", rule.enabled ? "" : "off", selected ? "selected" : ""].join(" ")}>
      <span className="place-number" aria-hidden>
        {place + 1}
      </span>
      <h2>
        {rule.name}
        {!rule.enabled && <span className="pill low">off</span>}
      </h2>
      <p>{rule.sentence}</p>
      <div className="rule-acts">
        <Switch checked={rule.enabled} onChange={switchIt} slotProps={{ input: { "aria-label": `${rule.name}: on` } }} />
        <Button onClick={edit} aria-label={`Edit ${rule.name}`}>
          Edit
        </Button>
        <Button onClick={() => remove.mutate(rule.id)} aria-label={`Delete ${rule.name}`}>
          Delete
        </Button>
        <span>
          <IconButton
            size="small"
            disabled={place === 0}
            onClick={() => move.mutate({ id: rule.id, to: place - 1 })}
            aria-label={`Read ${rule.name} earlier`}
          >
            <ArrowUpward fontSize="inherit" />
          </IconButton>
          <IconButton
            size="small"
            disabled={last}
            onClick={() => move.mutate({ id: rule.id, to: place + 1 })}
            aria-label={`Read ${rule.name} later`}
          >
            <ArrowDownward fontSize="inherit" />
          </IconButton>
        </span>
      </div>
    </li>
  );
}

export function RulesScreen() {
  const params = useParams();
  const navigate = useNavigate();
  const rules = useRules();
  const vocabulary = useVocabulary().data;
  const all = rules.data?.rules;
  const open = params.id === "new" ? undefined : all?.find(({ id }) => id === Number(params.id));
  const close = () => navigate("/rules");
  return (
    <div className="screen">
      <main className="list">
        {all && (
          <>
            <h1 className="lead">{rules.data!.lead}</h1>
            <p className="sub">
              {all.length > 0
                ? "The first rule to speak on a matter decides it; labels add up. A change holds for mail from now on."
                : "Without rules, all mail comes as the plan says. Open a message and choose Make a rule, or begin here."}
            </p>
            <Button onClick={() => navigate("/rules/new")}>New rule</Button>
            <ol className="rules">
              {all.map((rule, place) => (
                <RuleLine
                  key={rule.id}
                  rule={rule}
                  place={place}
                  last={place === all.length - 1}
                  selected={rule.id === open?.id}
                  edit={() => navigate(`/rules/${rule.id}`)}
                />
              ))}
            </ol>
          </>
        )}
        {rules.isError && !all && <p className="error-words">{rules.error.message}</p>}
      </main>
      {vocabulary && (open || params.id === "new") ? (
        <RuleEditor key={open ? `${open.id}-${open.version}` : "new"} rule={open} vocabulary={vocabulary} close={close} />
      ) : (
        <aside className="sheet nothing">
          <p>
            {params.id && all && params.id !== "new"
              ? "That rule is not there any more."
              : "Choose Edit to change a rule here, in the words in which it is read."}
          </p>
        </aside>
      )}
    </div>
  );
}
