/**
 * A folder of component files, for the app of this start: `lively serve FOLDER`. Only names of component files in that very
 * folder are served, and a file is written whole or not at all.
 */
import { createHash, randomUUID } from "node:crypto";
import { lstat, mkdir, readdir, readFile, rename, rm, writeFile } from "node:fs/promises";
import { basename, join, resolve } from "node:path";
import { Hono } from "hono";
import { bodyLimit } from "hono/body-limit";
import { DELIVERED } from "../core/deliver/keys";
import { MAX_FILE } from "../core/model";
import { START_HEADER } from "../core/trial/told";

const isFileName = (name: string | undefined): name is string =>
  name !== undefined && /^[\w.-]+\.lively\.json$/.test(name) && !name.startsWith(".");

/** What components are delivered as, in one folder inside. */
const isDelivered = (name: string | undefined): name is string =>
  name !== undefined && /^\w[\w.-]*\.(html|m?js|tsx?|css|vue|svelte|md|scxml|json)$/.test(name);

/** Another stamp is another content. Links lead elsewhere: they are no files of this folder. */
async function stampOf(path: string): Promise<string | null> {
  const about = await lstat(path).catch(() => null);
  return about?.isFile() ? `${about.mtimeMs}:${about.size}` : null;
}

/** @param word of this start: who does not know it is not the app */
export function folderRoutes(folder: string, word: string): Hono {
  const at = resolve(folder);
  const routes = new Hono();
  routes.use(async (c, next) => {
    if (c.req.header(START_HEADER) !== word) return c.json({ message: "Reload this page." }, 403);
    return next();
  });
  routes.get("/", async (c) => {
    const names = (await readdir(at)).filter(isFileName).sort();
    const files = await Promise.all(names.map(async (name) => ({ name, stamp: await stampOf(join(at, name)) })));
    // Folders of one name are told apart without telling where they are.
    const id = createHash("sha256").update(at).digest("hex").slice(0, 16);
    return c.json({ name: basename(at), id, files: files.filter((f) => f.stamp !== null) });
  });
  readAndWrite(routes, "/:file", at, isFileName);
  routes.delete("/:file", async (c) => {
    const { file } = c.req.param();
    await rm(join(at, file), { force: true });
    return c.json({});
  });
  const inside = join(at, DELIVERED);
  routes.put(`/${DELIVERED}/:file`, async (c, next) => {
    await mkdir(inside).catch(() => {});
    if (!(await lstat(inside)).isDirectory())
      return c.json({ message: `${DELIVERED} is no folder of this one; it is left alone.` }, 409);
    return next();
  });
  readAndWrite(routes, `/${DELIVERED}/:file`, inside, isDelivered);
  return routes;
}

/** One file, whole or not at all, where its name may be one. */
function readAndWrite(routes: Hono, route: string, at: string, mayBe: (name: string | undefined) => boolean): void {
  routes.use(route, async (c, next) => {
    if (!mayBe(c.req.param("file"))) return c.json({ message: "Files of that name are not for the app." }, 400);
    return next();
  });
  routes.get(route, async (c) => {
    const file = c.req.param("file")!;
    const about = await lstat(join(at, file)).catch(() => null);
    if (!about?.isFile()) return c.json({ message: "There is no such file." }, 404);
    if (about.size > MAX_FILE) return c.text("");
    return c.text(await readFile(join(at, file), "utf8"));
  });
  routes.put(route, bodyLimit({ maxSize: MAX_FILE }), async (c) => {
    const file = c.req.param("file")!;
    const path = join(at, file);
    if ((await lstat(path).catch(() => null))?.isSymbolicLink())
      return c.json({ message: `${file} is a link; it is left alone.` }, 409);
    const beside = join(at, `.${file}.${randomUUID()}`);
    try {
      await writeFile(beside, await c.req.text(), { flag: "wx" });
      await rename(beside, path);
    } finally {
      await rm(beside, { force: true });
    }
    return c.json({ stamp: await stampOf(path) });
  });
}
