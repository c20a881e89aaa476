/** One case: a chart, what is done to it, and what the recommendation says must come of it. */
export interface Case {
  /** Section of the W3C SCXML recommendation of 1 September 2015. */
  section: string;
  says: string;
  /** What stands inside `<scxml>`; or a whole document. */
  chart: string;
  initial?: string;
  steps?: string[];
  /** Active atomic states after the start and after each step. */
  active: string[];
  /** Everything that was logged, in order. */
  log?: string[];
  data?: Record<string, unknown>;
  done?: boolean;
}

export const whole = (c: Pick<Case, "chart" | "initial">): string =>
  c.chart.startsWith("<?xml") || c.chart.startsWith("<scxml")
    ? c.chart
    : `<scxml xmlns="http://www.w3.org/2005/07/scxml" version="1.0" datamodel="ecmascript"${c.initial ? ` initial="${c.initial}"` : ""}>${c.chart}</scxml>`;

/** A state that logs its coming and going. */
export const loud = (id: string, inner = "", attributes = ""): string =>
  `<state id="${id}"${attributes ? ` ${attributes}` : ""}><onentry><log expr="'+${id}'"/></onentry><onexit><log expr="'-${id}'"/></onexit>${inner}</state>`;
