/** Areas of a part that take a colour of their own: picked on the turntable, by a line or a surface, with what their borders cost. */
import { lazy, Suspense, useMemo, useState } from "react";
import { areaPicks } from "~core/look";
import { BUCKET_BEND_DEG, type AreaBy } from "~core/paint";
import { LIMITS, surfacesOf, type ColourArea, type Part } from "~core/project";
import { areasRequest } from "~core/results";
import { useResult } from "~app/data/results.client";
import { Page, Section } from "~app/shared/Page";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { newId, useActions, useProject } from "~app/shared/scene";
import { PaintLeaves } from "../PaintLeaves";
import { AreaRow } from "./AreaRow";
import { Borders } from "./Borders";
import { colourOfArea } from "./colours";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

export default function AreasPage() {
  const project = useProject();
  const { part, choose } = usePartAtHand(project);
  return (
    <Page
      title="Areas of colour"
      sub="where two colours meet, and what keeping the border takes"
      cells={[
        { label: "part", value: part?.name ?? "none" },
        { label: "copies", value: part?.copies ?? 0 },
        { label: "areas", value: part?.areas?.length ?? 0 },
      ]}
    >
      <PaintLeaves />
      {part ? (
        <>
          <div className="mt-3">
            <PartPicker part={part} among={project.parts} choose={choose} />
          </div>
          <AreasOf key={part.id} part={part} />
        </>
      ) : (
        <p className="mt-6 max-w-prose text-soft">Add a part, and pick on it what takes a colour of its own: a door, a foot, a roof.</p>
      )}
    </Page>
  );
}

const NEW: Record<Exclude<AreaBy, "bucket">, Partial<ColourArea>> = {
  below: { name: "Foot", mm: 5 },
  above: { name: "Top", mm: 20 },
  gentler: { name: "Tops", deg: 30 },
  steeper: { name: "Walls", deg: 70 },
  surface: { name: "Surface" },
};

function AreasOf({ part }: { part: Part }) {
  const { run } = useActions();
  const project = useProject();
  const areas = part.areas ?? [];
  const [said, setSaid] = useState<string | null>(null);
  const picks = useMemo(() => areaPicks(part), [part]);
  const found = useResult(picks.length > 0 ? areasRequest(part, picks) : null);
  const palette = areas.map((a, i) => colourOfArea(a, i, part, project));
  const add = (more: Partial<ColourArea> & { by: AreaBy }): void => {
    const name = freeName(more.name ?? "Area", areas);
    const { by, mm = null, deg = null, surface = "", at = null } = more;
    // Lengths are kept in the size of the file.
    const item: ColourArea = { id: newId(), name, by, mm: mm === null ? null : mm / part.factor, deg, surface, at };
    void run("list.add", { list: "part.areas", of: part.id, items: [item] }).then((done) => setSaid(done.ok ? null : done.problem.message));
  };
  const onPick = ({ pressed }: { pressed: readonly [number, number, number] }): void =>
    add({ by: "bucket", name: "Area", deg: BUCKET_BEND_DEG, at: pressed.map((v) => v / part.factor) as [number, number, number] });
  const known = new Map(surfacesOf(part, project.scene).map((k) => [k.found.name, k.name]));
  // Kept by the name that it is found with: its own may change.
  const surfaces = (part.surfaceMap?.list ?? []).map(({ name }) => ({ value: name, label: known.get(name) ?? name }));
  return (
    <>
      <div className="mt-3 grid gap-6 desk:grid-cols-[1fr_1.2fr]">
        <div>
          <Suspense fallback={<p className="text-soft">Loading the 3D view…</p>}>
            <Turntable of={part} onPick={onPick} coloured={{ by: { kind: "areas", picks }, palette }} />
          </Suspense>
          <p className="text-sm text-soft">Press a face: the area runs over it like paint from a bucket, as far as it does not bend.</p>
        </div>
        <div>
          <div className="flex flex-wrap gap-2">
            {(Object.keys(NEW) as (keyof typeof NEW)[]).map((by) => (
              <button
                key={by}
                className="btn"
                disabled={areas.length >= LIMITS.areas || (by === "surface" && surfaces.length === 0)}
                onClick={() => add({ by, ...NEW[by], ...(by === "surface" && { name: surfaces[0].label, surface: surfaces[0].value }) })}
              >
                {WORDS[by]}
              </button>
            ))}
          </div>
          {said && <p className="note-act mt-1">▲ {said}</p>}
          {areas.length === 0 && <p className="mt-2 text-soft">No areas yet: the whole part takes one scheme.</p>}
          <ul className="mt-2">
            {areas.map((area, i) => (
              <AreaRow
                key={area.id}
                area={area}
                at={i}
                of={areas.length}
                part={part}
                surfaces={surfaces}
                hex={palette[i]}
                areaMm2={found.state === "ready" ? found.value.areasMm2.at(i) : undefined}
              />
            ))}
          </ul>
          {areas.length > 1 && <p className="text-sm text-soft">An area further down lies over those above it.</p>}
        </div>
      </div>
      {found.state === "failed" && <p className="note-act mt-3">▲ {found.problem.message}</p>}
      {found.state === "reckoning" && (
        <p className="mt-3 text-soft" role="status">
          Measuring the borders…
        </p>
      )}
      {found.state === "ready" && areas.length > 0 && (
        <Section title="Borders">
          <Borders part={part} areas={areas} measured={found.value} />
        </Section>
      )}
    </>
  );
}

const WORDS: Record<keyof typeof NEW, string> = {
  below: "Below a height",
  above: "Above a height",
  gentler: "Gentle slopes",
  steeper: "Steep slopes",
  surface: "A surface",
};

/** Steps of recipes find an area by its name, so each has its own. */
function freeName(wanted: string, areas: readonly ColourArea[]): string {
  const taken = new Set(areas.map((a) => a.name.toLowerCase()));
  if (!taken.has(wanted.toLowerCase())) return wanted;
  let n = 2;
  while (taken.has(`${wanted} ${n}`.toLowerCase())) n++;
  return `${wanted} ${n}`;
}
