/** The files of a component in one form, laid out; made anew as the component changes. */
import { useEffect, useMemo, useState } from "react";
import { deliverTo, type Files, formatted, laidOut, type TargetKey } from "../../core/deliver";
import type { Component } from "../../core/model";
import type { Proof } from "../../core/proof";

/** @returns null while they are being laid out */
export function useFiles(target: TargetKey, doc: Component, proof: Proof | null): Files | null {
  const made = useMemo(() => deliverTo(target, doc, proof), [target, doc, proof]);
  const [laid, setLaid] = useState<{ of: Files; files: Files } | null>(null);
  useEffect(() => {
    if (!made.ok) return;
    let over = false;
    formatted(made.files, laidOut).then(
      (files) => over || setLaid({ of: made, files: { ...made, files } }),
      // What cannot be laid out is handed over as it was made.
      () => over || setLaid({ of: made, files: made }),
    );
    return () => {
      over = true;
    };
  }, [made]);
  if (!made.ok) return made;
  return laid?.of === made ? laid.files : null;
}
