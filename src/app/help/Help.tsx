/** The keys and the notation of the place one is in: by ? or by the word in the header. */
import { Drawer } from "antd";
import { useEffect, useState } from "react";
import { useLocation } from "react-router";
import { isView, type Topic, topicsOf } from "./topics";
import "./help.css";

/** True where a ? is a letter that somebody types. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || target.matches("input, textarea, select"));

export function Help() {
  const [open, setOpen] = useState(false);
  const last = useLocation().pathname.split("/").at(-1);
  const view = isView(last) ? last : "shelf";
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== "?" || event.ctrlKey || event.metaKey || isTyping(event.target)) return;
      event.preventDefault();
      setOpen(true);
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
  return (
    <>
      <button
        type="button"
        className="plain help-open"
        aria-label="Keys and notation"
        title="Keys and notation (?)"
        onClick={() => setOpen(true)}
      >
        ?
      </button>
      <Drawer
        open={open}
        onClose={() => setOpen(false)}
        size={440}
        title={`Keys and notation: ${view[0].toUpperCase()}${view.slice(1)}`}
        destroyOnHidden
      >
        <div className="help">
          {topicsOf(view).map((t) => (
            <Told key={t.title} topic={t} />
          ))}
        </div>
      </Drawer>
    </>
  );
}

function Told({ topic: { title, keys = [], forms = [] } }: { topic: Topic }) {
  return (
    <section>
      <h2 className="caps">{title}</h2>
      <dl>
        {keys.map((k) => (
          <div key={k.keys}>
            <dt className="help-keys">{k.keys}</dt>
            <dd>{k.does}</dd>
          </div>
        ))}
        {forms.map((f) => (
          <div key={f.example}>
            <dt className="mono">{f.example}</dt>
            <dd className="muted">{f.means}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
