/** Tokens: the measures of the component, each in one place, with what it computes to and where it is used. */
import { Button, Input } from "antd";
import { renameToken, type TokenValue, tokenValues, usesOf } from "../../core/measure";
import type { Component } from "../../core/model";
import { freeName } from "../../core/model";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";

const withTokens = (doc: Component, tokens: Component["tokens"]): Component => {
  const { tokens: _old, ...rest } = doc;
  return tokens?.length ? { ...rest, tokens } : rest;
};

export function TokenList() {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const tokens = doc.tokens ?? [];
  const add = (): void => {
    const name = freeName(
      "--measure",
      tokens.map((t) => t.name),
    );
    edit(`add ${name}`, (d) => withTokens(d, [...(d.tokens ?? []), { name, value: "8px" }]));
  };
  return (
    <div className="token-list">
      <h2 className="caps">Tokens</h2>
      {!tokens.length && (
        <p className="muted">A token is a measure with a name: a fade, a gap, a distance. One number, one place.</p>
      )}
      {tokenValues(doc).map((t) => (
        <TokenLine key={t.name} token={t} doc={doc} />
      ))}
      <Button size="small" onClick={add}>
        Add a token
      </Button>
    </div>
  );
}

function TokenLine({ token, doc }: { token: TokenValue; doc: Component }) {
  const edit = useDocument((s) => s.edit);
  const uses = usesOf(doc, token.name);
  const set = (value: string): void =>
    edit(`change ${token.name}`, (d) =>
      withTokens(
        d,
        (d.tokens ?? []).map((t) => (t.name === token.name ? { ...t, value } : t)),
      ),
    );
  const rename = (input: HTMLInputElement): void => {
    const name = input.value.trim();
    const free = /^--[A-Za-z_][\w-]*$/.test(name) && !(doc.tokens ?? []).some((t) => t.name === name);
    if (name !== token.name && free) edit(`rename ${token.name}`, (d) => renameToken(d, token.name, name));
    else input.value = token.name;
  };
  return (
    <div className="token">
      <Input
        size="small"
        className="mono"
        aria-label={`Name of ${token.name}`}
        defaultValue={token.name}
        onBlur={(e) => rename(e.target)}
        onPressEnter={(e) => rename(e.currentTarget)}
      />
      <Input
        size="small"
        className="mono"
        key={token.value}
        aria-label={`Value of ${token.name}`}
        status={token.problem ? "error" : undefined}
        defaultValue={token.value}
        onBlur={(e) => e.target.value.trim() && e.target.value !== token.value && set(e.target.value.trim())}
        onPressEnter={(e) => e.currentTarget.blur()}
      />
      <Button
        size="small"
        type="text"
        disabled={uses.length > 0}
        title={uses.length ? `Used in ${uses.join(", ")}` : `Remove ${token.name}`}
        aria-label={`Remove ${token.name}`}
        onClick={() =>
          edit(`remove ${token.name}`, (d) =>
            withTokens(
              d,
              (d.tokens ?? []).filter((t) => t.name !== token.name),
            ),
          )
        }
      >
        ×
      </Button>
      <p className={token.problem ? "cell-error" : "token-words"} title={uses.join(", ")}>
        {token.problem ? (
          <>
            {token.problem.message}:{" "}
            <span className="mono">{token.value.slice(token.problem.from, token.problem.to) || token.value}</span>
          </>
        ) : (
          <>
            {token.kind && token.computed !== token.value && <b className="mono">{token.computed} </b>}
            {!token.kind && <span className="swatch" style={{ background: token.value }} />}
            {uses.length
              ? `in ${uses.slice(0, 4).join(", ")}${uses.length > 4 ? ` and ${uses.length - 4} more` : ""}`
              : "not used yet"}
          </>
        )}
      </p>
    </div>
  );
}
