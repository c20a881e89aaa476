/** Requests that the component makes, and how the stand-in service answers them. */
import { Button, Input, Select } from "antd";
import { rename } from "../../core/expression";
import { compute } from "../../core/measure";
import {
  addRequest,
  type Component,
  everyAction,
  freeName,
  freshRequest,
  isName,
  type RequestSpec,
} from "../../core/model";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";

const withRequests = (doc: Component, requests: RequestSpec[]): Component => {
  const { requests: _old, ...rest } = doc;
  return requests.length ? { ...rest, requests } : rest;
};
const isTime = (text: string): boolean => {
  const found = compute(text, { width: 0, height: 0, token: () => undefined }, "time");
  return found.ok && found.value.n >= 0;
};

export function RequestList() {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const requests = doc.requests ?? [];
  const used = new Set([
    ...everyAction(doc).flatMap((a) => (a.do === "request" ? [a.request] : [])),
    ...doc.reactions.flatMap(({ event: e }) => ("request" in e ? [e.request] : [])),
  ]);
  const put = (name: string, next: Partial<RequestSpec>): void =>
    edit(`change ${name}`, (d) =>
      withRequests(
        d,
        (d.requests ?? []).map((r) => (r.name === name ? { ...r, ...next } : r)),
      ),
    );
  const add = (): void => {
    const name = freeName(
      "save",
      requests.map((r) => r.name),
    );
    edit(`add ${name}`, (d) => addRequest(d, freshRequest(name)));
  };
  return (
    <div className="request-list">
      <h2 className="caps">Requests</h2>
      {requests.map((r) => (
        <div key={r.name} className="request">
          <Input
            size="small"
            aria-label={`Name of ${r.name}`}
            defaultValue={r.name}
            onBlur={(e) => {
              const name = e.target.value.trim();
              if (name === r.name) return;
              if (isName(name) && !requests.some((o) => o.name === name))
                edit(`rename ${r.name}`, (d) => rename(d, "request", r.name, name));
              else e.target.value = r.name;
            }}
          />
          <Input
            size="small"
            className="mono"
            aria-label={`Path of ${r.name}`}
            key={`path ${r.path}`}
            defaultValue={r.path}
            onBlur={(e) => {
              if (/^\/[\w./-]*$/.test(e.target.value)) put(r.name, { path: e.target.value });
              else e.target.value = r.path;
            }}
          />
          <Input
            size="small"
            className="mono"
            aria-label={`How long ${r.name} takes`}
            key={`latency ${r.latency}`}
            prefix={<span className="muted">to</span>}
            defaultValue={r.latency}
            onBlur={(e) => {
              if (isTime(e.target.value)) put(r.name, { latency: e.target.value.trim() });
              else e.target.value = r.latency;
            }}
          />
          <Input
            size="small"
            className="mono"
            aria-label={`${r.name} takes at least`}
            key={`least ${r.least}`}
            prefix={<span className="muted">from</span>}
            placeholder="0ms"
            title="It never answers sooner; left empty, at any time up to then"
            defaultValue={r.least ?? ""}
            onBlur={(e) => {
              const least = e.target.value.trim();
              if (!least) put(r.name, { least: undefined });
              else if (isTime(least)) put(r.name, { least });
              else e.target.value = r.least ?? "";
            }}
          />
          <Select
            size="small"
            aria-label={`Outcome of ${r.name}`}
            value={r.outcome}
            options={[
              { value: "ok", label: "is answered" },
              { value: "fails", label: "fails" },
            ]}
            onChange={(outcome) => put(r.name, { outcome })}
          />
          <Button
            size="small"
            type="text"
            disabled={used.has(r.name)}
            title={used.has(r.name) ? "Reactions use it" : `Remove ${r.name}`}
            aria-label={`Remove ${r.name}`}
            onClick={() =>
              edit(`remove ${r.name}`, (d) =>
                withRequests(
                  d,
                  (d.requests ?? []).filter((o) => o.name !== r.name),
                ),
              )
            }
          >
            ×
          </Button>
        </div>
      ))}
      <Button size="small" onClick={add}>
        Add a request
      </Button>
    </div>
  );
}
