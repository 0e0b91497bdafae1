/** Search over all that is kept: what was done and went wrong, mixes, lessons, notes of parts. */
import MiniSearch from "minisearch";
import type { Paint, Project, StepRecord } from "../project";

/** A thing that was found. */
export interface LogHit {
  kind: "entry" | "mix" | "lesson" | "part";
  id: string;
  title: string;
  detail: string;
  at: number | null;
}

interface Doc extends LogHit {
  key: string;
  text: string;
}

const recordDoc = (r: StepRecord, partName: string): Doc => ({
  key: `entry ${r.id}`,
  kind: "entry",
  id: r.id,
  title: `${partName}: ${r.title}`,
  detail: r.wentWrong || r.note || "",
  at: r.startedAt,
  text: [
    partName,
    r.title,
    r.wentWrong,
    r.note,
    r.print?.material,
    r.print?.printer,
    // Cautions are names of the program's own.
    ...Object.entries(r.rests ?? {}).flatMap(([name, v]) => (typeof v === "string" && name !== "care" ? [v] : [])),
  ]
    .filter(Boolean)
    .join(" "),
});

const mixDoc = (p: Paint): Doc[] =>
  p.mix
    ? [
        {
          key: `mix ${p.id}`,
          kind: "mix",
          id: p.id,
          title: p.name,
          detail: `${p.mix.parts.map((x) => `${x.drops} ${x.name}`).join(", ")}${p.mix.came && `; ${p.mix.came}`}`,
          at: p.mix.at,
          text: [p.name, ...p.mix.parts.map((x) => x.name), p.mix.came].join(" "),
        },
      ]
    : [];

/** All that can be found, ready to be asked. */
export interface LogIndex {
  find: (words: string, most?: number) => LogHit[];
}

type Kept = Pick<Project, "records" | "parts" | "paints" | "lessons">;

function docsOf({ records, parts, paints, lessons }: Kept): Doc[] {
  const names = new Map(parts.map((p) => [p.id, p.name]));
  return [
    ...records.filter((r) => r.finishedAt !== null).map((r) => recordDoc(r, names.get(r.partId) ?? "a deleted part")),
    ...paints.flatMap(mixDoc),
    ...lessons.map((l): Doc => ({ key: `lesson ${l.id}`, kind: "lesson", id: l.id, title: l.title, detail: "", at: l.at, text: l.title })),
    ...parts
      .filter((p) => p.notes || p.tags.length > 0)
      .map((p): Doc => ({
        key: `part ${p.id}`,
        kind: "part",
        id: p.id,
        title: p.name,
        detail: p.notes.slice(0, 120),
        at: null,
        text: [p.name, p.notes, ...p.tags].join(" "),
      })),
  ];
}

const emptyIndex = (): MiniSearch<Doc> =>
  new MiniSearch<Doc>({
    idField: "key",
    fields: ["title", "text"],
    storeFields: ["kind", "id", "title", "detail", "at"] satisfies (keyof LogHit)[],
    // A word is found by its beginning, and with a letter wrong where it is long.
    searchOptions: { prefix: true, fuzzy: (term) => (term.length > 4 ? 0.2 : false), combineWith: "AND", boost: { title: 2 } },
  });

const asked = (index: MiniSearch<Doc>): LogIndex => ({
  find: (words, most = 30) =>
    words.trim()
      ? index
          .search(words)
          .slice(0, most)
          .map((hit) => {
            const { kind, id, title, detail, at } = hit as unknown as LogHit;
            return { kind, id, title, detail, at };
          })
      : [],
});

/** Everything kept, put in at once. */
export function logIndex(kept: Kept): LogIndex {
  const index = emptyIndex();
  index.addAll(docsOf(kept));
  return asked(index);
}

/** The same by and by: the page goes on meanwhile. */
export async function logIndexByAndBy(kept: Kept): Promise<LogIndex> {
  const index = emptyIndex();
  await index.addAllAsync(docsOf(kept), { chunkSize: 200 });
  return asked(index);
}
