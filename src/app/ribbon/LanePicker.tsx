/** Which lanes are shown. */
import { Checkbox, Popover } from "antd";
import { groups, type Lane } from "./lanes";
import { useRibbonView } from "./view";

interface Props {
  id: string;
  all: readonly Lane[];
  chosen: ReadonlySet<string>;
  usual(): ReadonlySet<string>;
}

export function LanePicker({ id, all, chosen, usual }: Props) {
  const pick = useRibbonView((s) => s.pick);
  const toggle = (lane: string): void =>
    pick(id, new Set(chosen.has(lane) ? [...chosen].filter((l) => l !== lane) : [...chosen, lane]));
  const list = (
    <div className="lane-picker">
      {groups.map((group) => {
        const lanes = all.filter((l) => l.group === group);
        if (!lanes.length) return null;
        return (
          <fieldset key={group}>
            <legend className="caps">{group}</legend>
            {lanes.map((l) => (
              <Checkbox key={l.id} checked={chosen.has(l.id)} onChange={() => toggle(l.id)}>
                {l.label}
              </Checkbox>
            ))}
          </fieldset>
        );
      })}
      <button type="button" className="plain lanes-usual" onClick={() => pick(id, new Set(usual()))}>
        The usual ones
      </button>
    </div>
  );
  return (
    <Popover content={list} trigger="click" placement="topLeft" arrow={false}>
      <button type="button" className="plain">
        Lanes
      </button>
    </Popover>
  );
}
