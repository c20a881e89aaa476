/** The keys and the notation of one view. */
import { Drawer } from "antd";
import { isView, type Topic, topicsOf } from "./topics";
import "./help.css";

/** @param at the view's word in the address; none is the shelf */
export function HelpDrawer({ at, open, onClose }: { at: string | undefined; open: boolean; onClose(): void }) {
  const view = isView(at) ? at : "shelf";
  return (
    <Drawer
      open={open}
      onClose={onClose}
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
