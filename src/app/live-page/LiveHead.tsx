/** What stands over the live page: what it shows, at which size, and how to go on from there. */
import { Button } from "antd";
import type { Moment } from "../../core/surface";
import { usePanes } from "../panes/panes";
import { useDoc } from "../store/program";
import { useRun } from "../store/run";
import { PageSize } from "./PageSize";

/** @param scale by which the page is drawn smaller, up to 1 */
export function LiveHead({ moment, scale }: { moment: Moment; scale: number }) {
  const { doc } = useDoc();
  const { frozen, freeze, showing, restart } = useRun();
  const outside = usePanes((s) => s.outside);
  return (
    <div className="live-head">
      <span className="caps">{showing ? "Replay" : "Live page"}</span>
      <span className="muted live-showing" title={showing ?? ""}>
        {showing ?? (scale < 1 ? `at ${Math.round(scale * 100)} %` : "")}
      </span>
      {!showing && !frozen && <PageSize page={moment.page} own={doc.page} />}
      {frozen ? (
        <Button size="small" onClick={() => freeze(null)}>
          Unfreeze {frozen}
        </Button>
      ) : (
        <Button size="small" type="text" onClick={() => restart()}>
          Start again
        </Button>
      )}
      <Button
        size="small"
        type="text"
        title={outside ? "Back beside the sheet" : "The live page in a window of its own"}
        onClick={() => usePanes.getState().setOutside(!outside)}
      >
        {outside ? "Back" : "Own window"}
      </Button>
    </div>
  );
}
