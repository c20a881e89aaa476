/** Opening files: what they hold comes onto the shelf, or it is said why not. */
import { useCallback, useEffect, useRef } from "react";
import type { Component, Problem } from "../../../core/model";
import { enterNew } from "../../folder/store";
import { useTelling } from "../../shell/telling";
import { addAll } from "../stock";

/** ms that reading may take before something is said of it. */
const SOON = 300;

/**
 * @param add puts one component onto the shelf and opens it
 * @param onHtml is given markup to bring in, and the file's name
 */
export function useOpening(
  add: (doc: Component) => Promise<unknown>,
  onHtml: (text: string, name: string) => void,
): (file: File) => Promise<void> {
  const { message, notification } = useTelling();
  const stops = useRef(new Set<() => void>());
  const html = useRef(onHtml);
  html.current = onHtml;
  useEffect(() => () => stops.current.forEach((stop) => void stop()), []);
  return useCallback(
    async (file: File) => {
      const { readFile } = await import("./files");
      const { found: reading, stop } = readFile(file);
      stops.current.add(stop);
      const key = `reading ${file.name}`;
      const soon = setTimeout(
        () =>
          message.loading({
            key,
            content: (
              <span>
                Reading {file.name}…{" "}
                <button type="button" className="plain undo-link" onClick={stop}>
                  Stop
                </button>
              </span>
            ),
            duration: 0,
          }),
        SOON,
      );
      const found = await reading;
      clearTimeout(soon);
      message.destroy(key);
      stops.current.delete(stop);
      if (!found) return;
      if (found.html !== undefined) html.current(found.html, file.name.replace(/\.html?$/i, ""));
      else if (found.docs.length === 1 && !found.bundle) await add(found.docs[0]);
      else if (found.docs.length) {
        const ids = await addAll(found.docs);
        await enterNew(ids.map((id, i) => ({ id, doc: found.docs[i] })));
        message.success(ids.length === 1 ? "1 component came in." : `${ids.length} components came in.`);
      }
      if (found.why)
        notification.error({
          title: found.why,
          description: found.problems.length ? <Problems problems={found.problems} /> : undefined,
          duration: 0,
        });
    },
    [add, message, notification],
  );
}

function Problems({ problems }: { problems: readonly Problem[] }) {
  return (
    <ul className="problems">
      {problems.slice(0, 6).map((p) => (
        <li key={p.path + p.message}>
          <b className="mono">{p.path}</b> {p.message}
        </li>
      ))}
      {problems.length > 6 && <li>and {problems.length - 6} more</li>}
    </ul>
  );
}
