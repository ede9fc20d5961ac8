/**
 * Which scripts of the interface come in one file. A slow line pays for each file by a round trip, and a browser asks a plain server for
 * six at a time: what pages share lies together, by the pages that share it.
 */

/** What the bundler knows about a module: who imports it before it runs, and who fetches it later. */
export interface KnownModule {
  importers: readonly string[];
  dynamicImporters: readonly string[];
}
type Know = (id: string) => KnownModule | null;

/** The pages that are opened one after another on the floor: what two of them share is worth one file. */
const FLOOR = /\/(BenchPage|PersonPage|LookPage)\.vue$/;
/** Pages that open for somebody who is not signed in, by a link or a code: what they need does not come with what they do not. */
const OPEN = /\/(SoloPage|OpenWallPage)\.vue$/;
/** What so many pages share is wanted by most that come after the first. */
const MANY = 12;
/** The steps of the start, and the door: what they need stays as it is, since a device that was never here waits for it. */
const DOOR = /\/(web\/(main|start|first-schemas)\.ts|SignInPage\.vue)$/;
const FETCHED_AT_THE_START = /\/web\/(main|start)\.ts$/;
/** What draws the body. */
const FIGURE = /\/FigureView\.vue$/;

/** Modules from which one is reached by imports that run before it; it belongs to them. */
function ownersOf(id: string, know: Know): string[] {
  const seen = new Set<string>([id]);
  const open = [id];
  while (open.length > 0)
    for (const importer of know(open.pop()!)?.importers ?? [])
      if (!seen.has(importer)) {
        seen.add(importer);
        open.push(importer);
      }
  return [...seen];
}

/**
 * The file that a module lies in beside others, or null where the bundler decides.
 * @param id module, a path with forward slashes
 */
export function scriptGroup(id: string, know: Know): string | null {
  const owners = ownersOf(id, know);
  const first = owners.some((o) => DOOR.test(o) || know(o)?.dynamicImporters.some((i) => FETCHED_AT_THE_START.test(i)));
  if (first) return null;
  if (owners.some((o) => FIGURE.test(o))) return 'figure';
  const pages = owners.filter((o) => /Page\.vue$/.test(o) && (know(o)?.dynamicImporters.length ?? 0) > 0);
  const floor = pages.filter((p) => FLOOR.test(p)).length >= 2;
  if (!floor && pages.length < MANY) return null;
  if (pages.some((p) => OPEN.test(p))) return 'open';
  return pages.length >= MANY ? 'shared' : 'floor';
}
