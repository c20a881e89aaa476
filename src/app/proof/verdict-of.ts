/** What holds, what does not, and what was not looked at, in words. Pure. */
import { type Proof, shareOf } from "../../core/proof";

export interface Line {
  text: string;
  /** Where it stands below. */
  to: string;
}

export const many = (n: number, one: string, more = `${one}s`): string =>
  `${n.toLocaleString("en")} ${n === 1 ? one : more}`;

/** The lines of each column; pure. */
export function verdictOf(proof: Proof): { holds: Line[]; fails: Line[]; unseen: Line[] } {
  const ran = proof.scenarios.filter((s) => !s.skipped);
  const failing = ran.filter((s) => !s.ok).length;
  const silent = ran.filter((s) => s.ok && s.silent).length;
  const holding = ran.length - failing - silent;
  const findings = proof.findings.filter((f) => f.severity !== "undecided").length;
  const undecided = proof.findings.length - findings;
  const claims = { holds: 0, fails: 0, open: 0 };
  for (const c of proof.claims) claims[c.holds ? "holds" : c.holds === false ? "fails" : "open"]++;
  const { covered, of } = shareOf(proof.coverage.branches);
  const line = (n: number, text: string, to: string): Line[] => (n ? [{ text, to }] : []);
  return {
    holds: [
      ...line(holding, many(holding, "scenario"), "scenarios"),
      ...line(claims.holds, `${many(claims.holds, "claim")} in every run`, "claims"),
      ...(proof.complete && !findings
        ? [{ text: `every rule, in ${many(proof.situations, "situation")} at any timing`, to: "findings" }]
        : []),
    ],
    fails: [
      ...line(failing, many(failing, "scenario"), "scenarios"),
      ...line(claims.fails, many(claims.fails, "claim"), "claims"),
      ...line(findings, many(findings, "finding"), "findings"),
      ...line(proof.problems.length, many(proof.problems.length, "unreadable cell"), "problems"),
    ],
    unseen: [
      ...line(silent, `${many(silent, "scenario")} without an expectation`, "scenarios"),
      ...(proof.complete ? [] : [{ text: `what lies beyond ${many(proof.situations, "situation")}`, to: "findings" }]),
      ...line(undecided, `${many(undecided, "cell")} nobody decided`, "undecided"),
      ...line(of - covered, `${many(of - covered, "reaction")} no scenario takes`, "coverage"),
      ...line(claims.open, `${many(claims.open, "claim")} left open`, "claims"),
      ...line(
        proof.scenarios.length - ran.length,
        `${many(proof.scenarios.length - ran.length, "scenario")} skipped`,
        "scenarios",
      ),
      ...line(proof.waived.length, `${many(proof.waived.length, "finding")} accepted`, "accepted"),
      ...line(proof.unshown, `${many(proof.unshown, "suspicion")} that no run shows`, "findings"),
    ],
  };
}
