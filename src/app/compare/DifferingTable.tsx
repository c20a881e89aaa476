import { useState } from "react";
import type { DifferingRow } from "./differing";

/** Every fact that differs, a column for each of what is compared. */
export function DifferingTable({ rows, heads }: { rows: readonly DifferingRow[]; heads: readonly string[] }) {
  const [all, setAll] = useState(false);
  if (!rows.length) return <p className="muted">Nothing differs.</p>;
  const shown = rows.filter((r) => all || !r.follows);
  const hidden = rows.filter((r) => r.follows).length;
  return (
    <div>
      <table className="differing">
        <thead>
          <tr>
            <th scope="col">part</th>
            <th scope="col">fact</th>
            {heads.map((h) => (
              <th key={h} scope="col">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((row, i) => (
            <tr key={`${row.part} ${row.fact}`}>
              <th scope="row">{i > 0 && shown[i - 1].part === row.part ? "" : (row.part ?? "")}</th>
              <td className="muted">{row.fact}</td>
              {row.values.map((v, n) => (
                <td key={heads[n]} className={n > 0 && v !== row.values[0] ? "differs" : ""}>
                  {v}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {hidden > 0 && (
        <button type="button" className="plain to-cell" aria-expanded={all} onClick={() => setAll(!all)}>
          {all
            ? "Leave out what follows from what is around"
            : `And ${hidden} that follow from what is around the part`}
        </button>
      )}
    </div>
  );
}
