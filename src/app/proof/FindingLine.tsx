/** One finding: what is wrong, the run that shows it, its mend, and the way to accept it with a reason. */
import { Button, Input, Popover } from "antd";
import { useState } from "react";
import { applyMend, type Finding, ruleHelp, ruleTitles, stepText, waiverFor } from "../../core/proof";
import { useDocument } from "../store/document";
import { useRun } from "../store/run";

export function FindingLine({ finding }: { finding: Finding }) {
  const show = useRun((s) => s.show);
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const [waiving, setWaiving] = useState(false);
  const { run, mend } = finding;
  return (
    <li className={`finding ${finding.severity}`}>
      <div className="finding-text">
        <RuleName finding={finding} />
        <p>{finding.text}.</p>
        {finding.source && <p className="muted source">{finding.source}</p>}
        {run && run.steps.length > 0 && <p className="muted run-steps">{run.steps.map(stepText).join(" → ")}</p>}
      </div>
      <div className="finding-keys">
        {run && (
          <>
            <Button size="small" onClick={() => show(run, null)}>
              Play
            </Button>
            <Button
              size="small"
              type="text"
              onClick={() =>
                show(
                  run,
                  run.steps.reduce((t, s) => t + ("wait" in s.do ? s.do.wait : 0), 0),
                )
              }
            >
              Show the moment
            </Button>
          </>
        )}
        {mend?.edit && (
          <Button
            size="small"
            type="primary"
            disabled={!writable}
            onClick={() => edit(mend.text, (d) => applyMend(d, mend))}
          >
            {mend.text}
          </Button>
        )}
        {mend && !mend.edit && <span className="muted">{mend.text}</span>}
        {finding.severity !== "undecided" && !waiving && (
          <Button size="small" type="text" disabled={!writable} onClick={() => setWaiving(true)}>
            Accept …
          </Button>
        )}
      </div>
      {waiving && (
        <Input
          size="small"
          autoFocus
          aria-label={`Why ${finding.text} is accepted`}
          placeholder="Why is this in order? Enter accepts it."
          maxLength={500}
          onBlur={() => setWaiving(false)}
          onKeyDown={(e) => e.key === "Escape" && setWaiving(false)}
          onPressEnter={(e) => {
            const reason = e.currentTarget.value.trim();
            if (!reason) return;
            setWaiving(false);
            edit(`accept: ${finding.text}`, (d) => ({
              ...d,
              waivers: [...(d.waivers ?? []), waiverFor(finding, reason)],
            }));
          }}
        />
      )}
    </li>
  );
}

/** What the rule asks, in a sentence with an example, at a click. */
function RuleName({ finding: { rule, source } }: { finding: Finding }) {
  const { broken, example } = ruleHelp[rule];
  return (
    <Popover
      trigger="click"
      placement="bottomLeft"
      styles={{ root: { maxWidth: 420 } }}
      content={
        <div className="rule-help">
          <p>{broken}</p>
          <p className="muted">For example: {example}</p>
          {source && <p className="muted">{source}</p>}
        </div>
      }
    >
      <button type="button" className="plain finding-rule" title="What this rule asks">
        {rule} {ruleTitles[rule]}
      </button>
    </Popover>
  );
}
