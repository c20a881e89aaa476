/** A folder of component files (File System Access API; the origin-private file system is the same to us). */
import { DELIVERED } from "../../core/deliver/keys";
import { MAX_FILE } from "../../core/model";
import { START_HEADER } from "../../core/trial/told";
import { COMPONENT_FILE } from "../storage/file-names";
import { startWord } from "../storage/start-word";

export interface DiskFile {
  name: string;
  /** Another stamp is another content; the same may hide one within a millisecond, of the same size. */
  stamp: string;
}
/** @throws DOMException NotFoundError where the folder is gone, NotAllowedError where it may not be used */
export interface Disk {
  list(): Promise<DiskFile[]>;
  /** Null where another program is just putting another file in its place. */
  read(name: string): Promise<string | null>;
  /** All or nothing. @returns the new stamp */
  write(name: string, text: string): Promise<string>;
  remove(name: string): Promise<void>;
  /** What is delivered lies in a folder of its own inside it. */
  readonly delivered: Pick<Disk, "read" | "write">;
}

const stampOf = (file: File): string => `${file.lastModified}:${file.size}`;

type Directory = Pick<FileSystemDirectoryHandle, "getFileHandle">;
/** @param at made where it is not there yet */
const filesOf = (at: () => Promise<Directory>): Pick<Disk, "read" | "write"> => ({
  async read(name) {
    try {
      const file = await (await (await at()).getFileHandle(name)).getFile();
      return file.size > MAX_FILE ? "" : await file.text();
    } catch (error) {
      if (["NotFoundError", "NotReadableError"].includes((error as DOMException).name)) return null;
      throw error;
    }
  },
  async write(name, text) {
    const handle = await (await at()).getFileHandle(name, { create: true });
    const out = await handle.createWritable();
    await out.write(text);
    await out.close();
    return stampOf(await handle.getFile());
  },
});

export function diskOf(folder: FileSystemDirectoryHandle): Disk {
  return {
    ...filesOf(async () => folder),
    delivered: filesOf(() => folder.getDirectoryHandle(DELIVERED, { create: true })),
    async list() {
      const out: DiskFile[] = [];
      for await (const handle of (folder as unknown as { values(): AsyncIterable<FileSystemHandle> }).values()) {
        if (handle.kind !== "file" || !handle.name.endsWith(COMPONENT_FILE)) continue;
        const file = await (handle as FileSystemFileHandle).getFile().catch(() => null);
        if (file) out.push({ name: handle.name, stamp: stampOf(file) });
      }
      return out.sort((a, b) => (a.name < b.name ? -1 : 1));
    },
    remove: (name) => folder.removeEntry(name).catch(() => {}),
  };
}

/** A folder that the server was started in (`lively serve FOLDER`). @returns null where it was started in none */
export async function servedDisk(): Promise<{ name: string; id: string; disk: Disk } | null> {
  const ask = async (path: string, init: RequestInit = {}): Promise<Response> => {
    const headers = { [START_HEADER]: await startWord() };
    const answer = await fetch(`/folder${path}`, { ...init, headers });
    if (answer.ok) return answer;
    const { message } = (await answer.json().catch(() => ({}))) as { message?: string };
    throw new DOMException(message ?? "The folder does not answer", answer.status === 404 ? "NotFoundError" : "Error");
  };
  const list = async (): Promise<{ name: string | null; id: string; files: DiskFile[] }> => (await ask("")).json();
  const { name, id } = await list();
  if (name === null) return null;
  const files = (inside: string): Pick<Disk, "read" | "write"> => ({
    read: (file) =>
      ask(`${inside}/${encodeURIComponent(file)}`).then(
        (a) => a.text(),
        (error: DOMException) => {
          if (error.name === "NotFoundError") return null;
          throw error;
        },
      ),
    write: async (file, text) => {
      const answer = await ask(`${inside}/${encodeURIComponent(file)}`, { method: "PUT", body: text });
      return ((await answer.json()) as { stamp: string }).stamp;
    },
  });
  return {
    name,
    id,
    disk: {
      ...files(""),
      delivered: files(`/${DELIVERED}`),
      list: async () => (await list()).files,
      remove: async (file) => void (await ask(`/${encodeURIComponent(file)}`, { method: "DELETE" })),
    },
  };
}
