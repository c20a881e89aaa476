/** What holds, what does not, and what was not looked at, in words. Pure. */
import { type Proof, shareOf } from "../../core/proof";
import { counted } from "../shell/counted";

export interface Line {
  text: string;
  /** Where it stands below. */
  to: string;
}

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
      ...line(holding, counted(holding, "scenario"), "scenarios"),
      ...line(claims.holds, `${counted(claims.holds, "claim")} in every run`, "claims"),
      ...(proof.complete && !findings
        ? [{ text: `every rule, in ${counted(proof.situations, "situation")} at any timing`, to: "findings" }]
        : []),
    ],
    fails: [
      ...line(failing, counted(failing, "scenario"), "scenarios"),
      ...line(claims.fails, counted(claims.fails, "claim"), "claims"),
      ...line(findings, counted(findings, "finding"), "findings"),
      ...line(proof.problems.length, counted(proof.problems.length, "unreadable cell"), "problems"),
    ],
    unseen: [
      ...line(silent, `${counted(silent, "scenario")} without an expectation`, "scenarios"),
      ...(proof.complete
        ? []
        : [{ text: `what lies beyond ${counted(proof.situations, "situation")}`, to: "findings" }]),
      ...line(undecided, `${counted(undecided, "cell")} nobody decided`, "undecided"),
      ...line(of - covered, `${counted(of - covered, "reaction")} no scenario takes`, "coverage"),
      ...line(claims.open, `${counted(claims.open, "claim")} left open`, "claims"),
      ...line(
        proof.scenarios.length - ran.length,
        `${counted(proof.scenarios.length - ran.length, "scenario")} skipped`,
        "scenarios",
      ),
      ...line(proof.waived.length, `${counted(proof.waived.length, "finding")} accepted`, "accepted"),
      ...line(proof.unshown, `${counted(proof.unshown, "suspicion")} that no run shows`, "findings"),
    ],
  };
}
