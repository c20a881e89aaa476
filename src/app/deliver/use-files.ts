/** The files of a component in one form, laid out; made anew as the component changes, on a thread of their own. */
import { useEffect, useState } from "react";
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
  const [made, setMade] = useState<{ of: readonly unknown[]; files: Files } | null>(null);
  const [ended, setEnded] = useState<{ of: readonly unknown[]; why: "stopped" | "failed" } | null>(null);
  const [end, setEnd] = useState<() => void>(() => () => {});
  const [round, setRound] = useState(0);
  const of = [target, doc, proof, round];
  const same = (other: readonly unknown[] | undefined): boolean => of.every((o, i) => o === other?.[i]);
  useEffect(() => {
    const mine = [target, doc, proof, round];
    const stop = makeFiles(target, doc, proof, (files) =>
      files ? setMade({ of: mine, files }) : setEnded({ of: mine, why: "failed" }),
    );
    setEnd(() => stop);
    return stop;
  }, [target, doc, proof, round]);
  return {
    files: made && same(made.of) ? made.files : null,
    ended: ended && same(ended.of) ? ended.why : null,
    stop() {
      end();
      setEnded({ of, why: "stopped" });
    },
    again: () => setRound((n) => n + 1),
  };
}
