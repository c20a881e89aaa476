/** The files of a component in one form, laid out; made anew as the component changes, on a thread of their own. */
import { useEffect, useMemo, useRef, useState } from "react";
import type { Files, TargetKey } from "../../core/deliver";
import type { Component } from "../../core/model";
import type { Proof } from "../../core/proof";
import { makeFiles } from "../workers/filer";

export interface Making {
  /** Null until they are made. */
  files: Files | null;
  /** Nothing is under way: it was stopped, or it failed. */
  ended: "stopped" | "failed" | null;
  stop(): void;
  again(): void;
}

export function useFiles(target: TargetKey, doc: Component, proof: Proof | null): Making {
  const [round, setRound] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each round is asked anew
  const asked = useMemo(() => ({ target, doc, proof }), [target, doc, proof, round]);
  const [answer, setAnswer] = useState<{ asked: object; result: Files | "stopped" | "failed" } | null>(null);
  const end = useRef(() => {});
  useEffect(() => {
    const { target, doc, proof } = asked;
    end.current = makeFiles(target, doc, proof, (files) => setAnswer({ asked, result: files ?? "failed" }));
    return end.current;
  }, [asked]);
  const result = answer?.asked === asked ? answer.result : null;
  const files = typeof result === "string" ? null : result;
  return {
    files,
    ended: typeof result === "string" ? result : null,
    stop() {
      end.current();
      setAnswer({ asked, result: "stopped" });
    },
    again: () => setRound((n) => n + 1),
  };
}
