/** The folder on the screen: chosen, left, and what is wrong with its files, each with the way out. */
import { Button } from "antd";
import { useLiveQuery } from "dexie-react-hooks";
import { useEffect } from "react";
import { useTelling } from "../shell/telling";
import { database } from "../storage/database";
import { canChoose, chooseFolder, dismissNotes, goOn, leaveFolder, mendGone, startFolder, useFolder } from "./store";
import "./folder.css";

/** Ids of the components that have a file in the folder. */
export function useInFolder(): ReadonlySet<string> {
  const works = useFolder((s) => s.standing !== "none");
  const records = useLiveQuery(() => database.files.toArray().catch(() => []), []);
  return new Set(works ? (records ?? []).flatMap((r) => (r.removed ? [] : r.id)) : []);
}

/** On the shelf: where the files are, or the way to have them somewhere. */
export function FolderLine() {
  const { standing, name, told, served } = useFolder();
  const { message } = useTelling();
  const files = useInFolder().size;
  useEffect(() => {
    startFolder();
  }, []);
  if (standing === "none") {
    return canChoose() ? (
      <button
        type="button"
        className="plain folder-open"
        title="Each component is a file there, written as you type, read again when it changes"
        onClick={async () => {
          const wrong = await chooseFolder();
          if (wrong) message.error(wrong, 8);
        }}
      >
        Work in a folder
      </button>
    ) : null;
  }
  return (
    <p className="folder-line" aria-live="polite">
      Folder <b>{name}</b>
      {standing === "works" && (
        <span className="muted">
          {files === 1 ? "1 file" : `${files} files`}
          {told.broken.length ? "" : ", kept the same"}
        </span>
      )}
      {standing === "asks" && (
        <Button size="small" type="primary" onClick={goOn}>
          Go on working in it
        </Button>
      )}
      {standing === "gone" && <span className="wrong-text">cannot be reached; it is tried again</span>}
      {!served && (
        <button type="button" className="plain" title="Files and components stay as they are" onClick={leaveFolder}>
          Leave it
        </button>
      )}
    </p>
  );
}

/** What is wrong with files in the folder; of one component, or of all. */
export function FolderNotices({ id }: { id?: string }) {
  const { told, notes } = useFolder();
  useEffect(() => {
    startFolder();
  }, []);
  const mine = <T extends { id: string | null }>(list: readonly T[]): T[] =>
    list.filter((x) => id === undefined || x.id === id);
  return (
    <>
      {mine(told.broken).map((b) => (
        <div key={b.file} className="notice wrong" role="alert">
          <span>
            <b>{b.file}</b> in the folder cannot be read: <span className="mono">{b.path}</span> {b.message}.{" "}
            {b.id ? "What is here stays, and is not written over it; mend the file." : "Mend it, and it comes in."}
          </span>
        </div>
      ))}
      {mine(told.gone).map((g) => (
        <div key={g.file} className="notice wrong" role="alert">
          <span>
            <b>{g.file}</b> is no longer in the folder. {g.base.name} is still here.
          </span>
          <Button size="small" onClick={() => mendGone(g.id, true)}>
            Write it again
          </Button>
          <Button size="small" onClick={() => mendGone(g.id, false)}>
            Keep it in this browser only
          </Button>
        </div>
      ))}
      {mine(notes).map((n) => (
        <div key={n.id + n.text} className="notice" role="status">
          <span>{n.text}</span>
          <Button size="small" onClick={() => dismissNotes(n.id)}>
            Good
          </Button>
        </div>
      ))}
    </>
  );
}
