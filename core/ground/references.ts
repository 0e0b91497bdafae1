/** What rows of the ground name must be there. */
import type { Board, GroundLayer, GroundZone, Standing } from "./said";

export interface GroundSaid {
  boards?: readonly Board[];
  standings?: readonly Standing[];
  zones?: readonly GroundZone[];
  layers?: readonly GroundLayer[];
}

export interface GroundFault {
  /** "standings.3.partId". */
  field: string;
  says: string;
}

/** The first name that leads nowhere; null where all do. @param parts ids of the parts of the scene */
export function groundFault(said: GroundSaid, parts: ReadonlySet<string>): GroundFault | null {
  const { boards = [], standings = [], zones = [], layers = [] } = said;
  const ids = (rows: readonly { id: string }[]): Set<string> => new Set(rows.map((r) => r.id));
  const [onBoards, onCopies, inZones] = [ids(boards), ids(standings), ids(zones)];
  const missing = (what: string, id: string): string => `There is no ${what} "${id}".`;
  for (const [i, { partId }] of boards.entries())
    if (partId !== null && !parts.has(partId)) return { field: `boards.${i}.partId`, says: missing("part", partId) };
  for (const [i, { partId, on }] of standings.entries()) {
    if (!parts.has(partId)) return { field: `standings.${i}.partId`, says: missing("part", partId) };
    if (on.kind === "board" && !onBoards.has(on.boardId)) return { field: `standings.${i}.on.boardId`, says: missing("board", on.boardId) };
    if (on.kind === "copy" && !onCopies.has(on.standingId))
      return { field: `standings.${i}.on.standingId`, says: missing("copy", on.standingId) };
  }
  for (const [i, { boardId }] of zones.entries())
    if (!onBoards.has(boardId)) return { field: `zones.${i}.boardId`, says: missing("board", boardId) };
  for (const [i, { zoneId }] of layers.entries())
    if (!inZones.has(zoneId)) return { field: `layers.${i}.zoneId`, says: missing("zone", zoneId) };
  return null;
}

/** Rows of the ground without those that lead nowhere; what stood on a copy that is gone stands on the table. */
export function mendedGround<S extends GroundSaid>(said: S, parts: ReadonlySet<string>): S {
  const lists: unknown[] = [said.boards, said.standings, said.zones, said.layers].filter((l) => l !== undefined);
  // What is no list of rows at all is for the schema to say.
  const wellShaped = lists.every((l) => Array.isArray(l) && l.every((row: unknown) => typeof row === "object" && row !== null));
  if (lists.length === 0 || !wellShaped || said.standings?.some((s) => typeof s.on !== "object" || s.on === null)) return said;
  const boards = said.boards?.map((b) => (b.partId !== null && !parts.has(b.partId) ? { ...b, partId: null } : b));
  const known = new Set(boards?.map((b) => b.id));
  const standing = said.standings?.filter((s) => parts.has(s.partId));
  const copies = new Set(standing?.map((s) => s.id));
  const standings = standing?.map((s): Standing => {
    const gone = (s.on.kind === "board" && !known.has(s.on.boardId)) || (s.on.kind === "copy" && !copies.has(s.on.standingId));
    return gone ? { ...s, on: { kind: "table" } } : s;
  });
  const zones = said.zones?.filter((z) => known.has(z.boardId));
  const zoned = new Set(zones?.map((z) => z.id));
  const layers = said.layers?.filter((l) => zoned.has(l.zoneId));
  return { ...said, ...(boards && { boards }), ...(standings && { standings }), ...(zones && { zones }), ...(layers && { layers }) };
}
