/** The size of the page under work and the preference for reduced motion: what the surroundings are like. */
import { Popover, Switch } from "antd";
import { memo } from "react";
import type { Component } from "../../core/model";
import type { PageState } from "../../core/surface";
import { useRun } from "../store/run";

const phone = { width: 390, height: 640 };
const desktop = { width: 1280, height: 800 };

export const PageSize = memo(({ page, own }: { page: PageState; own: Component["page"] }) => {
  const act = useRun((s) => s.act);
  const sizes = [
    { label: "As specified", width: own.width, height: own.height },
    { label: "Phone", ...phone },
    { label: "Desktop", ...desktop },
  ];
  const choices = (
    <div className="page-sizes">
      {sizes.map(({ label, width, height }) => (
        <button
          key={label}
          type="button"
          className="plain page-size"
          aria-pressed={page.width === width && page.height === height}
          onClick={() => act({ resize: { width, height } })}
        >
          <span>{label}</span>
          <span className="mono muted">
            {width} × {height}
          </span>
        </button>
      ))}
      {/* biome-ignore lint/a11y/noLabelWithoutControl: the switch is a button that the label names */}
      <label className="page-calm">
        <span>Reduced motion</span>
        <Switch size="small" checked={page.reducedMotion} onChange={(reducedMotion) => act({ reducedMotion })} />
      </label>
    </div>
  );
  return (
    <Popover content={choices} trigger="click" placement="bottomRight" arrow={false}>
      <button type="button" className="plain page-size-now mono" title="Size of the page, reduced motion">
        {page.width} × {page.height}
        {page.reducedMotion && " · calm"}
      </button>
    </Popover>
  );
});
