/** One component: the live page and what it tells on the left, the view on the right, the ribbon below. */
import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import { Outlet, useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import { downloadText } from "../deliver/download";
import { FolderNotices } from "../folder/Folder";
import { LivePane } from "../live-page/LivePane";
import { usePanes } from "../panes/panes";
import { PutAway } from "../panes/Splitter";
import { Ribbon } from "../ribbon/Ribbon";
import { COMPONENT_FILE } from "../storage/file-names";
import { storedText } from "../storage/stored";
import { useDocument } from "../store/document";
import { openProgram } from "../store/program";
import { useRun } from "../store/run";
import { closeComponent, openComponent, retrySave, useSaving } from "../store/saving";
import { Walk } from "../walk/Walk";
import { useAddress } from "./address";
import { Bench } from "./Bench";
import { Boundary } from "./Boundary";
import { Header } from "./Header";

export function Workbench() {
  const { id } = useParams();
  const navigate = useNavigate();
  const openId = useDocument((s) => s.id);
  const doc = useDocument((s) => s.doc);
  const { pathname: place } = useLocation();
  const [problem, setProblem] = useState<string | null>(null);
  const ribbonAway = usePanes((s) => s.away.includes("ribbon"));

  useEffect(() => {
    let current = true;
    setProblem(null);
    if (id && useDocument.getState().id !== id) {
      openComponent(id).then((opened) => {
        if (current && !opened.ok) setProblem(opened.why);
      });
    }
    return () => {
      current = false;
    };
  }, [id]);
  useEffect(() => () => closeComponent(), []);
  useUndoKeys();

  return (
    <div className="workbench">
      <PlaceInAddress />
      <Walk />
      <Header />
      <div className="notices">
        <Notices />
        <FolderNotices id={id} />
      </div>
      {problem ? (
        <div className="loading">
          <p>{problem}</p>
          <Button onClick={() => navigate("/")}>Back to the shelf</Button>
        </div>
      ) : openId !== id ? (
        <div className="loading">Opening …</div>
      ) : (
        <>
          <Bench
            live={
              <Boundary of="The live page" about={doc}>
                <LivePane />
              </Boundary>
            }
            view={
              <Boundary of="This view" about={place}>
                <Outlet />
              </Boundary>
            }
          />
          {ribbonAway ? (
            <PutAway pane="ribbon" name="Time ribbon" />
          ) : (
            <Boundary of="The ribbon" about={doc}>
              <Ribbon />
            </Boundary>
          )}
        </>
      )}
    </div>
  );
}

/** What went wrong with storing, or with two tabs, and the way out. */
function Notices() {
  const { id, doc, writable } = useDocument();
  const saving = useSaving();
  if (!id || !doc) return null;
  const toFile = () => downloadText(`${doc.name}${COMPONENT_FILE}`, storedText(doc), "application/json");
  if (saving.state === "failed" || (saving.state === "saving" && saving.why)) {
    return (
      <div className="notice wrong" role="alert">
        <span>{saving.why} Nothing is lost while this tab stays open.</span>
        <Button size="small" onClick={toFile}>
          Save to a file
        </Button>
        <Button size="small" onClick={retrySave} disabled={saving.state === "saving"}>
          Try again
        </Button>
      </div>
    );
  }
  if (writable) return null;
  const overtaken = saving.state === "overtaken";
  return (
    <div className="notice" role="alert">
      <span>
        {overtaken ? saving.why : "This component is being edited in another tab."} Here it can be run, but not changed.
      </span>
      <Button size="small" onClick={() => openComponent(id, true)}>
        Take over here
      </Button>
      {overtaken && (
        <Button size="small" onClick={toFile}>
          Save this version to a file
        </Button>
      )}
    </div>
  );
}

function useUndoKeys(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const target = event.target as HTMLElement;
      if (target.closest("input, textarea, [contenteditable=true]")) return;
      const key = event.key.toLowerCase();
      const { undo, redo } = useDocument.getState();
      if (key === "z" && !event.shiftKey) undo();
      else if (key === "y" || (key === "z" && event.shiftKey)) redo();
      else return;
      event.preventDefault();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, []);
}

/** How long the run has to stand still before the address says where, ms. */
const SETTLED = 150;

/**
 * Writes the instant and the frozen state into the address. While one drags, the address waits, because every change of
 * it draws much anew.
 */
function PlaceInAddress() {
  const [params] = useSearchParams();
  const address = useAddress();
  const write = useRef(address);
  write.current = address;
  const session = useRun((s) => s.session !== null);
  const [restored, setRestored] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only once, when the run is there
  useEffect(() => {
    if (!session || restored) return;
    const state = params.get("frozen");
    const program = openProgram();
    if (state && program?.stateIndex.has(state)) useRun.getState().freeze(state);
    setRestored(true);
  }, [session]);
  useEffect(() => {
    if (!restored) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const settled = (): void => {
      const { instant, frozen, playing } = useRun.getState();
      write.current((params) => {
        if (!playing && instant !== null) params.set("at", String(Math.round(instant)));
        else if (!playing) params.delete("at");
        if (frozen) params.set("frozen", frozen);
        else params.delete("frozen");
      });
    };
    const stop = useRun.subscribe((now, before) => {
      if (now.instant === before.instant && now.frozen === before.frozen && now.playing === before.playing) return;
      clearTimeout(timer);
      timer = setTimeout(settled, SETTLED);
    });
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, [restored]);
  return null;
}
