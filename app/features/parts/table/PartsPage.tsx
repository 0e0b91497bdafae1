/** All parts of the scene: what they are and where they are; sorted, filtered, picked and changed together. */
import { useDeferredValue, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import { canBePlanned, planFor, sparesFor, TRACK_KEYS, trackOfScene } from "~core/plan";
import { alikeParts, optionAtHand, partSizeMm } from "~core/project";
import { formatRatio } from "~core/scale";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useLoadedAt, useProject } from "~app/shared/scene";
import { downloadParts } from "~app/shared/files/download";
import { writeReport } from "~app/shared/files/report";
import { Choice } from "~app/ui/field";
import { Key, useKey } from "~app/ui/keys";
import { Silhouette } from "~app/shared/Silhouette";
import { BulkBar } from "./BulkBar";
import { matches, partRows, partsList } from "~core/look";
import { UnreadList } from "~app/shared/UnreadPart";
import { PartsTable, type ColumnSet } from "./PartsTable";
import { writeParts } from "~app/shared/writeParts";
import { sayProblem } from "~app/ui/sayProblem";

export default function PartsPage() {
  const project = useProject();
  const { scene, parts } = project;
  const { openNewPart, run } = useActions();
  const [columns, setColumns] = useState<ColumnSet>("what");
  const [filter, setFilter] = useState("");
  const [group, setGroup] = useState("");
  const [selected, setSelected] = useState<Record<string, true>>({});
  const input = useRef<HTMLInputElement>(null);
  const deferred = useDeferredValue(filter);
  const loadedAt = useLoadedAt();
  const rows = useMemo(() => partRows(project, loadedAt), [project, loadedAt]);
  const shown = useMemo(() => rows.filter((r) => (group === "" || r.group === group) && matches(r, deferred)), [rows, group, deferred]);
  const groups = useMemo(() => [...new Set(parts.map((p) => p.group).filter(Boolean))].sort(), [parts]);
  const track = useMemo(() => trackOfScene(project, loadedAt), [project, loadedAt]);
  const picked = parts.filter((p) => selected[p.id]);
  useKey("f", "Filter the parts", "This page", () => input.current?.focus(), parts.length > 0);
  useKey(
    "w",
    "Switch columns: facts or progress",
    "This page",
    () => setColumns((c) => (c === "what" ? "where" : "what")),
    parts.length > 0,
  );
  const writeScene = async (): Promise<void> => {
    const done = await writeParts(
      parts.map((part) => ({ part, copies: part.copies })),
      "3mf",
      scene.name,
    );
    if (done.ok) toast(`${done.value} pieces written, in millimetres`);
    else sayProblem(done.problem);
  };
  const picture = (partId: string): React.ReactNode => {
    const part = parts.find((p) => p.id === partId);
    return part && <Silhouette part={part} />;
  };
  const unplanned = useMemo(() => parts.filter((p) => canBePlanned(p, project)), [parts, project]);
  const planAll = async (): Promise<void> => {
    const adds = unplanned.map((part) => ({ partId: part.id, ...planFor(part, project, newId) })).filter((a) => a.items.length > 0);
    if (adds.length > 0) await run("works.add", { adds });
  };
  return (
    <Page
      title="Parts"
      sub={parts.length ? `${parts.length} kinds, ${track.needed} pieces` : "no parts yet"}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "good", value: `${Math.min(track.good, track.needed)} of ${track.needed}` },
      ]}
    >
      <UnreadList />
      {parts.length === 0 ? (
        project.unread.length === 0 && <EmptyParts />
      ) : (
        <>
          <p className="mt-2 text-lg" data-testid="scene-track">
            {TRACK_KEYS.map((key, i) => (
              <span key={key}>
                {i > 0 && ", "}
                <strong>{track[key]}</strong> {key}
              </span>
            ))}
          </p>
          <div className="no-print mt-2 flex flex-wrap items-end gap-2">
            <div className="w-64">
              <label className="label block" htmlFor="parts-filter">
                Filter <Key k="f" />
              </label>
              <input
                ref={input}
                id="parts-filter"
                className="field"
                value={filter}
                placeholder="name, group, tag, printer"
                onChange={(e) => setFilter(e.target.value)}
                onKeyDown={(e) => {
                  if (e.key !== "Escape") return;
                  setFilter("");
                  input.current?.blur();
                }}
                autoComplete="off"
              />
            </div>
            {groups.length > 0 && (
              <Choice
                className="w-44"
                label="Group"
                value={group}
                onChange={setGroup}
                options={[{ value: "", label: "all groups" }, ...groups.map((g) => ({ value: g, label: g }))]}
              />
            )}
            <div className="flex" role="group" aria-label="Columns">
              {(["what", "where"] as const).map((c) => (
                <button
                  key={c}
                  className={`btn ${columns === c ? "btn-solid" : ""}`}
                  aria-pressed={columns === c}
                  onClick={() => setColumns(c)}
                >
                  {c === "what" ? "Facts" : "Progress"}
                </button>
              ))}
            </div>
            <span className="self-center text-soft">{shown.length === parts.length ? "" : `${shown.length} of ${parts.length} shown`}</span>
          </div>
          {picked.length > 0 && <BulkBar parts={picked} onDone={() => setSelected({})} />}
          <PartsTable
            rows={shown}
            columns={columns}
            base={`/s/${scene.id}/parts`}
            selected={selected}
            onSelected={setSelected}
            picture={picture}
          />
          {shown.length === 0 && <p className="mt-3 text-soft">No part matches all of these words.</p>}
          <Advice />
        </>
      )}
      <div className="no-print mt-4 flex flex-wrap gap-2">
        <button className="btn btn-solid" onClick={openNewPart}>
          New part <Key k="n" />
        </button>
        {unplanned.length > 1 && (
          <button className="btn" onClick={() => void planAll()}>
            Plan all {unplanned.length} without a plan
          </button>
        )}
        {parts.length > 0 && (
          <>
            <button className="btn" onClick={() => void downloadParts(project)}>
              Parts as CSV
            </button>
            <button className="btn" onClick={() => void writeReport([partsList(project, Date.now())], "Parts list", project)}>
              Parts on paper
            </button>
            <button className="btn" onClick={() => void writeScene()}>
              The whole scene as 3MF
            </button>
          </>
        )}
      </div>
    </Page>
  );
}

/** Lines of advice kept short: the rest is on each part's own record. */
const MOST_ADVICE = 6;

/** Which parts want spares, and which are mixed up with which. */
function Advice() {
  const project = useProject();
  const { parts, records, scene } = project;
  const lines = useMemo(() => {
    const spares = parts.flatMap((part) => {
      const best = optionAtHand(part, scene);
      const s = sparesFor(part, records, Math.max(...partSizeMm(part)), best?.facts.perPlate ?? 1);
      return s.spares > 0
        ? [`${part.name}: print ${s.missing + s.spares}, that is ${s.spares} spare${s.spares === 1 ? "" : "s"}; ${s.why}.`]
        : [];
    });
    const alike = [...alikeParts(parts)].flatMap(([id, others]) => {
      const name = (x: string): string => parts.find((p) => p.id === x)!.name;
      return others
        .filter((o) => id < o)
        .map((o) => `${name(id)} and ${name(o)} are easily confused: mark them and put them on a placement map.`);
    });
    const mapped = parts.filter((p) => p.placedByMap).map((p) => p.name);
    return [...spares, ...alike, ...(mapped.length ? [`On the placement map: ${mapped.join(", ")}.`] : [])];
  }, [parts, records, scene]);
  if (lines.length === 0) return null;
  return (
    <Section title="Spares and look-alikes">
      <ul>
        {lines.slice(0, MOST_ADVICE).map((l) => (
          <li key={l} className="border-b border-rule py-1">
            {l}
          </li>
        ))}
      </ul>
      {lines.length > MOST_ADVICE && <p className="text-soft">and {lines.length - MOST_ADVICE} more: see each part's record.</p>}
    </Section>
  );
}

function EmptyParts() {
  return (
    <div className="mt-8 max-w-prose">
      <p className="text-lg">Drop a mesh file or a whole folder anywhere, or type a size from a shop page.</p>
      <p className="mt-2 text-soft">
        For example, a mill house of 192 × 148 × 118 mm is 6.6 m tall beside a 28 mm figure and too long for a 180 mm bed. You would know
        before you buy it.
      </p>
    </div>
  );
}
