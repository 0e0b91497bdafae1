/** After a pause: where it was left, what is next, what grew old, what was used elsewhere and what was learned meanwhile, on one card. */
import type { Tonight } from "../plan";
import { SUPPLY_KINDS, type Project, type StepRecord } from "../project";
import { spacedNumber } from "../units";

const DAY_MS = 86_400_000;
/** A pause worth a card. Common choice. */
const PAUSE_DAYS = 14;

/** What is looked at before it is used again, days since it was opened or mixed. Common practice, no source: the label wins. */
const OLD_DAYS = { bottle: 365, bath: 30, spool: 180, glue: 365, filler: 365, mix: 30 } as const;

export interface Resume {
  days: number;
  last: StepRecord;
  lines: { label: string; text: string }[];
}

/** @returns null where the last thing was done less than a pause ago, or nothing ever was */
export function resumeOf(project: Project, model: Pick<Tonight, "sessions" | "finish">, now: number): Resume | null {
  const { records, parts, supplies, paints, lines, lessons, scene } = project;
  const last = records.reduce((latest: StepRecord | null, r) => (latest && latest.startedAt >= r.startedAt ? latest : r), null);
  const days = last ? Math.floor((now - (last.finishedAt ?? last.startedAt)) / DAY_MS) : 0;
  if (!last || days < PAUSE_DAYS) return null;
  const since = last.finishedAt ?? last.startedAt;
  const out: Resume["lines"] = [];
  const part = parts.find((p) => p.id === last.partId);
  out.push({
    label: "Left off",
    text: `${part?.name ?? "a deleted part"}: ${last.title}${last.finishedAt === null ? ", still open" : ""}`,
  });
  const notes = part?.notes.trim();
  if (notes) out.push({ label: "Noted there", text: notes.slice(0, 160) });
  const next = model.sessions.at(0);
  out.push({
    label: "First thing",
    text: next ? `${next.title}, ${Math.max(1, Math.round(next.handsOnS / 60))} min` : "nothing is open: see what waits in Tonight",
  });
  const age = (from: number): number => Math.floor((now - from) / DAY_MS);
  const old = [
    ...supplies.flatMap((s) => {
      const most = s.kind in OLD_DAYS ? OLD_DAYS[s.kind as keyof typeof OLD_DAYS] : null;
      return most !== null && s.since && age(s.since) > most ? [`${s.name}, ${age(s.since)} days`] : [];
    }),
    ...paints.flatMap((p) => (p.mix && age(p.mix.at) > OLD_DAYS.mix ? [`${p.name}, mixed ${age(p.mix.at)} days ago`] : [])),
  ];
  out.push({
    label: "Look at before going on",
    text: old.length > 0 ? old.slice(0, 6).join("; ") : "nothing kept here is known to be old",
  });
  const elsewhere = new Map<string, number>();
  for (const l of lines)
    if (l.at > since && l.kind === "took" && l.sceneId !== undefined && l.sceneId !== scene.id)
      elsewhere.set(l.itemId, (elsewhere.get(l.itemId) ?? 0) + l.amount);
  const used = [...elsewhere].flatMap(([id, amount]) => {
    const pot = paints.find((p) => p.id === id);
    if (pot) return [`${spacedNumber(Math.round(amount))} ml ${pot.name}`];
    const supply = supplies.find((s) => s.id === id);
    return supply ? [`${spacedNumber(Math.round(amount))} ${SUPPLY_KINDS[supply.kind].unit} ${supply.name}`] : [];
  });
  if (used.length > 0) out.push({ label: "Used by other scenes meanwhile", text: used.slice(0, 6).join("; ") });
  const learned = lessons.filter((l) => l.at > since);
  if (learned.length > 0)
    out.push({
      label: "Learned since",
      text: learned
        .slice(0, 4)
        .map((l) => l.title)
        .join("; "),
    });
  return { days, last, lines: out };
}
