/** The ways in: from HTML, empty, from a starting point, from the demo, from a file. */
import { Button, Dropdown } from "antd";
import { Suspense, useEffect, useRef, useState } from "react";
import { type Component, emptyComponent } from "../../../core/model";
import { lazily } from "../../shell/lazily";

const StartingPoints = lazily(() => import("./StartingPoints"), "StartingPoints");

interface Props {
  onHtml(): void;
  onAdd(doc: Component): void;
  onFiles(files: File[]): void;
}

export function Ways({ onHtml, onAdd, onFiles }: Props) {
  const picker = useRef<HTMLInputElement>(null);
  const [points, setPoints] = useState(false);
  const demo = useDemo();
  return (
    <div className="shelf-ways">
      <Button type="primary" onClick={onHtml}>
        From HTML
      </Button>
      <Button onClick={() => setPoints(true)}>From a starting point</Button>
      <Button onClick={() => onAdd(emptyComponent("New component"))}>Empty component</Button>
      <Dropdown
        trigger={["click"]}
        autoFocus
        menu={{
          className: "long-menu",
          items: demo.map((d) => ({ key: d.name, label: d.name, onClick: () => onAdd(d.load()) })),
        }}
      >
        <Button>From the demo</Button>
      </Dropdown>
      <Button onClick={() => picker.current?.click()}>Open files</Button>
      <input
        ref={picker}
        type="file"
        multiple
        className="out-of-sight"
        aria-label="Component, HTML, SCXML or zip file"
        tabIndex={-1}
        accept=".json,.html,.htm,.scxml,.xml,.zip,application/json,text/html,application/zip"
        onChange={(e) => {
          onFiles([...(e.target.files ?? [])]);
          e.target.value = "";
        }}
      />
      {points && (
        <Suspense>
          <StartingPoints
            onClose={() => setPoints(false)}
            onChosen={(doc) => {
              setPoints(false);
              onAdd(doc);
            }}
          />
        </Suspense>
      )}
    </div>
  );
}

interface Made {
  name: string;
  load(): Component;
}
/** It comes after the shelf itself. */
function useDemo(): readonly Made[] {
  const [demo, setDemo] = useState<readonly Made[]>([]);
  useEffect(() => {
    import("../../../demo").then((m) => setDemo(m.demoComponents));
  }, []);
  return demo;
}
