/** The same cell with controls, for those who do not type. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { flagWords, parseFocusTarget, printFocusTarget, printLook, printReaction } from "../../../core/expression";
import {
  type Branch,
  type Component,
  type FocusRule,
  type Look,
  partNames,
  presences,
  type Reaction,
  stateNames,
} from "../../../core/model";
import { type EditorKind, namesOf } from "../grid/cells";

export type CellPopoverValue = Look | Reaction | FocusRule | undefined;

interface Props {
  doc: Component;
  kind: EditorKind;
  value: CellPopoverValue;
  /** Takes the cell's text; says what is wrong with it, or null. */
  onSet(text: string): string | null;
  onClose(): void;
}

const enter = (box: HTMLElement | null): void => {
  if (box) setTimeout(() => box.querySelector<HTMLElement>("input, textarea, button")?.focus(), 0);
};

export function CellPopover(props: Props) {
  const [wrong, setWrong] = useState<string | null>(null);
  const set = (text: string): void => setWrong(props.onSet(text));
  const { kind, value } = props;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: only stops the sheet's own keys
    <div
      className="cell-popover"
      // Opened by key or by click, its controls come next.
      ref={enter}
      // The cell that it belongs to must not take its clicks for clicks on itself.
      onClick={(e) => e.stopPropagation()}
      onDoubleClick={(e) => e.stopPropagation()}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === "Escape") props.onClose();
      }}
      onPaste={(e) => e.stopPropagation()}
      onCopy={(e) => e.stopPropagation()}
    >
      {kind === "look" && <LookForm {...props} look={(value as Look) ?? {}} set={set} />}
      {(kind === "reaction" || kind === "after") && (
        <ReactionForm {...props} cell={value as Reaction | undefined} set={set} />
      )}
      {kind === "focus" && <FocusForm {...props} rule={(value as FocusRule) ?? {}} set={set} />}
      {wrong && (
        <p className="cell-error" role="alert">
          {wrong}
        </p>
      )}
      <div className="popover-foot">
        <Button size="small" onClick={() => set("")}>
          {kind === "look" || kind === "focus" ? "Say nothing here" : "Make undecided"}
        </Button>
        <Button size="small" type="primary" onClick={props.onClose}>
          Done
        </Button>
      </div>
    </div>
  );
}

function Line({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is the child
    <label className="popover-line">
      <span>{label}</span>
      {children}
    </label>
  );
}

const either = (words: readonly [string, string]) => [
  { value: "", label: "not said" },
  { value: "yes", label: words[0] },
  { value: "no", label: words[1] },
];

function LookForm({ look, set }: Props & { look: Look; set(text: string): void }) {
  const put = (next: Look): void => set(printLook(next));
  const css = Object.entries(look.css ?? {})
    .map(([p, v]) => `${p}: ${v}`)
    .join("; ");
  const { css: _css, motion: _motion, ...noCss } = look;
  return (
    <>
      <Line label="How it is there">
        <Select
          size="small"
          value={look.as ?? ""}
          options={[{ value: "", label: "not said" }, ...presences.map((p) => ({ value: p, label: p }))]}
          onChange={(as) => put({ ...look, as: (as || undefined) as Look["as"] })}
        />
      </Line>
      {(Object.keys(flagWords) as (keyof typeof flagWords)[]).map((flag) => (
        <Line key={flag} label={flagLabels[flag]}>
          <Select
            size="small"
            value={look[flag] === undefined ? "" : look[flag] ? "yes" : "no"}
            options={either(flagWords[flag])}
            onChange={(v) => put({ ...look, [flag]: v === "" ? undefined : v === "yes" })}
          />
        </Line>
      ))}
      <Line label="Text">
        <Input
          size="small"
          defaultValue={look.text}
          placeholder="as in the markup"
          onBlur={(e) => {
            // Left as it was, it says what it said: nothing, or an empty text.
            if (e.target.value !== (look.text ?? "")) put({ ...look, text: e.target.value || undefined });
          }}
        />
      </Line>
      <Line label="Style">
        <Input
          size="small"
          className="mono"
          defaultValue={css}
          placeholder="opacity: 0.4; color: #123"
          onBlur={(e) => {
            const motion = look.motion ? printLook({ motion: look.motion }) : "";
            if (e.target.value !== css) set([printLook(noCss), e.target.value, motion].filter(Boolean).join("; "));
          }}
        />
      </Line>
      <Line label="Motion">
        <Input
          size="small"
          className="mono"
          defaultValue={look.motion ? printLook({ motion: look.motion }).replace("transition: ", "") : ""}
          placeholder="opacity 240ms ease-out"
          onBlur={(e) => {
            const rest = printLook({ ...look, motion: undefined });
            set([rest, e.target.value.trim() ? `transition: ${e.target.value}` : ""].filter(Boolean).join("; "));
          }}
        />
      </Line>
    </>
  );
}

const flagLabels: Record<keyof typeof flagWords, string> = {
  pointer: "Pointer events",
  inert: "Inert",
  disabled: "Disabled",
  exposed: "Assistive technology",
};

function ReactionForm({ doc, kind, cell, set }: Props & { cell: Reaction | undefined; set(text: string): void }) {
  const first: Branch = cell && cell !== "ignored" ? cell.branches[0] : {};
  const rest = cell && cell !== "ignored" ? cell.branches.slice(1) : [];
  const after = cell && cell !== "ignored" ? cell.after : undefined;
  const put = (branch: Branch, delay = after): void => {
    const empty = branch.to === undefined && !branch.actions?.length && branch.when === undefined;
    const text = empty ? "" : printReaction({ branches: [branch, ...rest] });
    set(text && kind === "after" ? `${delay ?? "200ms"} → ${text}` : text);
  };
  const actions = first.actions?.length
    ? printReaction({ branches: [{ actions: first.actions }] }).replace(/^\/ /, "")
    : "";
  // One state in each of several regions: kept as it is, unless another is chosen.
  const several = Array.isArray(first.to) ? first.to.join(", ") : undefined;
  const what =
    cell === undefined
      ? "undecided"
      : cell === "ignored"
        ? "ignored"
        : (several ?? (typeof first.to === "string" ? first.to : "stay"));
  return (
    <>
      {kind === "after" && (
        <Line label="Delay">
          <Input
            size="small"
            defaultValue={after}
            placeholder="240ms"
            onBlur={(e) => after !== undefined && put(first, e.target.value)}
          />
        </Line>
      )}
      <Line label="Leads to">
        <Select
          size="small"
          value={what}
          options={[
            { value: "undecided", label: "undecided" },
            ...(kind === "after" ? [] : [{ value: "ignored", label: "ignored: nothing happens" }]),
            ...(actions ? [{ value: "stay", label: "stays in its state" }] : []),
            ...(several ? [{ value: several, label: several }] : []),
            ...stateNames(doc).map((s) => ({ value: s, label: s })),
          ]}
          onChange={(v: string) => {
            if (v === "undecided") set("");
            else if (v === "ignored") set("ignored");
            else if (v !== several) put({ ...first, to: v === "stay" ? undefined : v });
          }}
        />
      </Line>
      {cell !== undefined && cell !== "ignored" && (
        <>
          <Line label="Only when">
            <Input
              size="small"
              className="mono"
              defaultValue={first.when}
              placeholder="always"
              onBlur={(e) => put({ ...first, when: e.target.value || undefined })}
            />
          </Line>
          <Line label="And does">
            <Input
              size="small"
              className="mono"
              defaultValue={actions}
              placeholder="focus part, n = n + 1, stop"
              onBlur={(e) => {
                const head = printReaction({ branches: [{ ...first, actions: undefined }] });
                const text = [head, e.target.value.trim() && `/ ${e.target.value}`].filter(Boolean).join(" ");
                const tail = rest.length ? `; ${printReaction({ branches: rest })}` : "";
                set(text && (kind === "after" ? `${after} → ${text}${tail}` : text + tail));
              }}
            />
          </Line>
          {rest.length > 0 && <p className="muted">And {rest.length} more, which the short notation shows.</p>}
        </>
      )}
    </>
  );
}

function FocusForm({ doc, rule, set }: Props & { rule: FocusRule; set(text: string): void }) {
  const names = namesOf(doc);
  const put = (next: FocusRule): void => {
    const out: string[] = [];
    if (next.to) out.push(`→ ${printFocusTarget(next.to)}`);
    if (next.within) out.push(`held in ${next.within}`);
    set(out.join("; "));
  };
  const parts = partNames(doc);
  return (
    <>
      <Line label="On entering">
        <Select
          size="small"
          showSearch
          value={rule.to ? printFocusTarget(rule.to) : ""}
          options={[
            { value: "", label: "stays where it is" },
            { value: "back", label: "back to where it was" },
            ...parts.map((p) => ({ value: p, label: `to ${p}` })),
            ...parts.map((p) => ({ value: `first in ${p}`, label: `to the first in ${p}` })),
          ]}
          onChange={(v) => {
            const target = v ? parseFocusTarget({ text: v, from: 0, to: v.length }, names) : null;
            put({ ...rule, to: target?.ok ? target.value : undefined });
          }}
        />
      </Line>
      <Line label="Held in">
        <Select
          size="small"
          showSearch
          value={rule.within ?? ""}
          options={[{ value: "", label: "nothing" }, ...parts.map((p) => ({ value: p, label: p }))]}
          onChange={(v) => put({ ...rule, within: v || undefined })}
        />
      </Line>
    </>
  );
}
