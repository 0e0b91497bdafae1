/** Effects and what they take: pools poured in layers, domes on dials, panes on paper; and the recipes for the look of them. */
import { format } from "date-fns";
import { Link } from "react-router";
import { CAUTIONS } from "~core/care";
import { paneSheets } from "~core/look";
import { NEW_EFFECT, type Effect, type EffectKind } from "~core/paint";
import { LIMITS, type Part } from "~core/project";
import { STARTERS } from "~core/recipe";
import { download, fileName } from "~app/shared/files/download";
import { Page, Section } from "~app/shared/Page";
import { paperOf } from "~app/shared/paper";
import { newId, useActions, useNow, useProject } from "~app/shared/scene";
import { sayProblem } from "~app/ui/sayProblem";
import { PaintLeaves } from "../PaintLeaves";
import { Care, EffectRow } from "./EffectRow";

const KINDS: readonly { kind: EffectKind; title: string; add: string; empty: string }[] = [
  {
    kind: "vat",
    title: "Pools, vats and puddles",
    add: "Add a pool",
    empty: "A pool says how much to mix for each layer, and when the next may go in.",
  },
  {
    kind: "dome",
    title: "Domes on dials and lamps",
    add: "Add a dome",
    empty: "A dome on a dial takes less than a drop: say how wide it is.",
  },
  {
    kind: "pane",
    title: "Panes, dials and signs to cut",
    add: "Add a pane",
    empty: "Panes, dials and signs are printed at true size, with spares: to lay under clear sheet, or to cut out.",
  },
];
/** Starters that are effects. */
const LOOKS = ["frost", "rust", "mirror-metal", "painted-water", "sludge", "flame", "lit-tile"].map((id) => `starter-${id}`);
const RECIPES = STARTERS.filter((r) => LOOKS.includes(r.id)).map((r) => r.name);

export default function EffectsPage() {
  const project = useProject();
  const { scene, parts, habits } = project;
  const { run } = useActions();
  const now = useNow();
  const effects = scene.effects ?? [];
  const add = (more: readonly (Partial<Effect> & { kind: EffectKind })[]): void =>
    void run("list.add", { list: "scene.effects", items: more.map((m) => ({ ...NEW_EFFECT[m.kind], ...m, id: newId() })) }).then(
      (done) => !done.ok && sayProblem(done.problem),
    );
  const panes = effects.filter((e) => e.kind === "pane");
  const print = async (): Promise<void> => {
    const sheets = paneSheets(panes, { name: scene.name, date: format(now, "d MMM yyyy"), paper: paperOf(habits.paper) });
    if (!sheets.ok) return sayProblem(sheets.problem);
    const { drawingsToPdf } = await import("~app/shared/files/drawingPdf");
    download(fileName(`${scene.name} panes`, "pdf"), await drawingsToPdf(sheets.value, `${scene.name}: panes`), "application/pdf");
  };
  const glazed = parts.filter((p) => windowsOf(p).length > 0);
  return (
    <Page
      title="Effects"
      sub="water, glass, light, frost and rust, with what they take"
      cells={[
        { label: "pools", value: effects.filter((e) => e.kind === "vat").length },
        { label: "domes", value: effects.filter((e) => e.kind === "dome").reduce((n, e) => n + e.count, 0) },
        { label: "panes", value: panes.reduce((n, e) => n + e.count, 0) },
      ]}
    >
      <PaintLeaves />
      {KINDS.map(({ kind, title, add: words, empty }) => {
        const of = effects.filter((e) => e.kind === kind);
        return (
          <Section
            key={kind}
            title={title}
            aside={
              <span className="flex flex-wrap gap-2">
                <button className="btn" disabled={effects.length >= LIMITS.effects} onClick={() => add([{ kind }])}>
                  {words}
                </button>
                {kind === "pane" && panes.length > 0 && (
                  <button className="btn" onClick={() => void print()}>
                    Print them at true size
                  </button>
                )}
              </span>
            }
          >
            {of.length === 0 && <p className="text-soft">{empty}</p>}
            <ul>
              {of.map((e) => (
                <EffectRow key={e.id} effect={e} />
              ))}
            </ul>
            {kind === "pane" && of.length > 0 && <Care text={CAUTIONS.blade.text} />}
            {kind === "pane" && glazed.length > 0 && (
              <p className="mt-2 flex flex-wrap items-center gap-2">
                {glazed.slice(0, 6).map((p) => (
                  <button
                    key={p.id}
                    className="btn"
                    disabled={effects.length >= LIMITS.effects}
                    onClick={() => add(panesOf(p).slice(0, LIMITS.effects - effects.length))}
                  >
                    Windows of {p.name}
                  </button>
                ))}
              </p>
            )}
          </Section>
        );
      })}
      <Section title="Recipes for the look">
        <p>{RECIPES.join(", ")}.</p>
        <Link className="btn mt-2" to={`/s/${scene.id}/paint`}>
          Pick pieces in the scheme, and lay one of them
        </Link>
      </Section>
    </Page>
  );
}

const windowsOf = ({ source }: Part) => (source.kind === "mesh" ? (source.walls?.openings ?? []).filter((o) => o.kind === "window") : []);

/** A pane a window, a little larger than its light; windows of one size together. */
function panesOf(part: Part): (Partial<Effect> & { kind: "pane" })[] {
  const by = new Map<string, Partial<Effect> & { kind: "pane"; count: number }>();
  for (const { widthMm, heightMm } of windowsOf(part)) {
    const [aMm, bMm] = [widthMm, heightMm].map((mm) => Math.round((mm * part.factor + OVERLAP_MM) * 2) / 2);
    const key = `${aMm} ${bMm}`;
    const same = by.get(key);
    if (same) same.count += part.copies;
    else by.set(key, { kind: "pane", name: `${part.name} window`.slice(0, LIMITS.name), round: false, aMm, bMm, count: part.copies });
  }
  return [...by.values()];
}
/** Glued behind the opening, a pane lies over its edge by so much in all. Common practice, no source. */
const OVERLAP_MM = 3;
