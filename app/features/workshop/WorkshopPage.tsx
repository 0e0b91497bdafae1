/** The workshop: what outlives a scene. Printers, shelf, kept steps, known things, habits, scenes in their order, backup and storage. */
import { format } from "date-fns";
import { Copy, X } from "lucide-react";
import { useRef, useState } from "react";
import { Link, useRevalidator } from "react-router";
import { toast } from "sonner";
import { formatDuration, formatReal, ok, type Result } from "~core/units";
import { formatPlace, parsePlace, type Place } from "~core/daylight";
import { LIMITS, placeOf, type Habits, type SceneRow } from "~core/project";
import { backUp, restoreFrom, type BundleOptions } from "~app/data/scenes.client";
import { download } from "~app/shared/files/download";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { IconButton } from "~app/ui/iconButton";
import { PROCESS_LABEL } from "~app/shared/labels";
import { Evenings } from "~app/shared/Evenings";
import { Choice, orNothing, parseCount, ParsedField, parseName, parseNumberIn } from "~app/ui/field";
import { AIR_LIMITS } from "~core/coat";
import { needsWords } from "~core/work";
import { parseDistance } from "~app/shared/scaleParsing";
import { Lessons } from "./Lessons";
import { Supplies } from "./Supplies";
import { Rack } from "~app/shared/Rack";
import { FileInput } from "~app/ui/fileInput";
import { sayProblem } from "~app/ui/sayProblem";

export interface WorkshopData {
  scenes: SceneRow[];
  backupDue: boolean;
}

export function WorkshopPage({ scenes, backupDue }: WorkshopData) {
  const project = useProject();
  const { scene, habits, procedures } = project;
  const own = scenes.filter((s) => !s.demo);
  return (
    <Page
      title="Workshop"
      sub="shared by every scene"
      cells={[
        { label: "printers", value: scene.printers.length },
        { label: "paints", value: project.paints.length },
        { label: "last backup", value: habits.backupAt === null ? "none" : format(habits.backupAt, "d MMM") },
      ]}
    >
      {backupDue && (
        <p role="status" className="note-act mt-3">
          ▲ You have made changes since your last backup, or have no backup. Make one below.
        </p>
      )}
      <div className="grid gap-x-8 desk:grid-cols-2">
        <Printers />
        <Scenes scenes={own} />
      </div>
      <Section title="The shelf">
        <Rack />
      </Section>
      <Section title="Glues, abrasives, tools">
        <Supplies />
      </Section>
      <Section title="Lessons">
        <Lessons />
      </Section>
      <div className="grid gap-x-8 desk:grid-cols-2">
        <Section title="My usual way">
          {procedures.length === 0 && (
            <p className="text-soft">
              Your own saved steps appear here. In the demo it is a thick base coat that dries overnight. Add one in a part’s order of work.
            </p>
          )}
          <KeptSteps />
        </Section>
        <Habits />
      </div>
      <Section title="Your evenings">
        <Evenings scene={scene} />
      </Section>
      <Backup />
    </Page>
  );
}

function Printers() {
  const project = useProject();
  const { run } = useActions();
  const { printers, id } = project.scene;
  return (
    <Section title="Printers">
      <ul>
        {printers.map((p) => (
          <li key={p.id} className="flex flex-wrap items-end gap-2 border-b border-rule py-1">
            <ParsedField
              className="w-52"
              hideLabel
              label={`Name of ${p.name}`}
              draftKey={p.id}
              text={p.name}
              parse={parseName}
              onCommit={(name) => run("printer.set", { printerId: p.id, change: { name } })}
            />
            <span className="flex-1 self-center text-soft">
              {PROCESS_LABEL[p.process]}, {p.bedMm.join(" × ")} mm
            </span>
            <span className="flex">
              <IconButton
                label={`Copy ${p.name}`}
                onClick={() =>
                  run("list.add", {
                    list: "printers",
                    items: [{ ...structuredClone(p), id: newId(), name: `${p.name}, copy`.slice(0, LIMITS.name) }],
                  })
                }
              >
                <Copy size={18} />
              </IconButton>
              <IconButton label={`Remove ${p.name}`} onClick={() => run("list.drop", { list: "printers", keys: [p.id] })}>
                <X size={18} />
              </IconButton>
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-soft">Changes here apply to every scene.</p>
      <Link className="btn mt-2" to={`/s/${id}/print/all/printers`}>
        Speeds and exposures
      </Link>
    </Section>
  );
}

/** Which scenes want the evenings, in which order. */
function Scenes({ scenes }: { scenes: SceneRow[] }) {
  const { runIn } = useActions();
  return (
    <Section title="Active scenes">
      {scenes.length === 0 && <p className="text-soft">No scenes of your own yet. Add a part to start your first scene.</p>}
      <ul>
        {scenes.map((s) => (
          <li key={s.id} className="flex flex-wrap items-end gap-2 border-b border-rule py-1">
            <Link
              className="flex min-h-[44px] min-w-32 flex-1 items-center self-center font-semibold underline underline-offset-2"
              to={`/s/${s.id}`}
            >
              {s.name}
            </Link>
            <ParsedField
              className="w-20"
              label="order"
              draftKey={`${s.id} rank`}
              text={String(s.rank + 1)}
              parse={parseCount({ least: 1, most: LIMITS.rank.most + 1 })}
              onCommit={(n) => runIn(s.id, "field.set", { of: "scene", change: { rank: n - 1 } })}
            />
            <label>
              <span className="label block">ready by</span>
              <input
                type="date"
                className="field w-40"
                value={s.readyBy?.slice(0, 10) ?? ""}
                onChange={(e) => void runIn(s.id, "field.set", { of: "scene", change: { readyBy: e.target.value || null } })}
              />
            </label>
            <label className="flex min-h-[44px] items-center gap-2">
              <input
                type="checkbox"
                className="h-6 w-6"
                checked={s.rests}
                onChange={(e) => void runIn(s.id, "field.set", { of: "scene", change: { rests: e.target.checked } })}
              />
              paused
            </label>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-soft">
        Tonight plans every scene that is not paused, in this order unless a date is close: you are one person with one set of printers.
      </p>
    </Section>
  );
}

function KeptSteps() {
  const project = useProject();
  const { run } = useActions();
  return (
    <ul>
      {project.procedures.map((p) => (
        <li key={p.id} className="flex items-center justify-between gap-3 border-b border-rule">
          <span>
            <strong>{p.title}</strong>{" "}
            <span className="text-soft">
              {formatDuration(p.handsOnS)}
              {p.waitS > 0 && `, wait ${formatDuration(p.waitS)}`}
              {needsWords(p.needs)}
            </span>
          </span>
          <IconButton label={`Forget ${p.title}`} onClick={() => run("list.drop", { list: "procedures", keys: [p.id] })}>
            <X size={18} />
          </IconButton>
        </li>
      ))}
    </ul>
  );
}

const parseCurrency = (text: string): Result<string> => {
  const code = text.trim().toUpperCase();
  return /^[A-Z]{3}$/.test(code)
    ? ok(code)
    : { ok: false, problem: { code: "currency", message: "Three letters, such as EUR (ISO 4217)." } };
};

function Habits() {
  const project = useProject();
  const { run } = useActions();
  const { air, currency, paper, place, viewingDistanceMm } = project.habits;
  return (
    <Section title="Habits">
      <div className="grid grid-cols-2 gap-3">
        <ParsedField
          label="Room, °C"
          text={String(air.airC)}
          parse={parseNumberIn(AIR_LIMITS.airC)}
          readAs={(n) => `${n} °C`}
          onCommit={(airC) => run("field.set", { of: "habits", change: { air: { airC } } })}
        />
        <ParsedField
          label="Humidity, %"
          text={String(air.rh)}
          parse={parseNumberIn(AIR_LIMITS.rh)}
          readAs={(n) => `${n} %`}
          onCommit={(rh) => run("field.set", { of: "habits", change: { air: { rh } } })}
        />
        <ParsedField
          label="Currency"
          text={currency}
          parse={parseCurrency}
          onCommit={(code) => run("field.set", { of: "habits", change: { currency: code } })}
        />
        <ParsedField
          label="Viewing distance of a new scene"
          text={formatReal(viewingDistanceMm)}
          parse={parseDistance}
          readAs={formatReal}
          onCommit={(mm) => run("field.set", { of: "habits", change: { viewingDistanceMm: mm } })}
        />
        <ParsedField
          label="Where you live, for daylight"
          text={place ? formatPlace(place) : ""}
          placeholder={`${formatPlace(placeOf(project.habits))}, guessed`}
          parse={orNothing<Place>(parsePlace)}
          readAs={(p) => (p ? formatPlace(p) : "estimated from the time zone")}
          onCommit={(p) => run("field.set", { of: "habits", change: { place: p } })}
        />
        <Choice
          label="Paper"
          value={paper}
          onChange={(p: Habits["paper"]) => void run("field.set", { of: "habits", change: { paper: p } })}
          options={[
            { value: "local", label: "usual size for my region" },
            { value: "a4", label: "A4" },
            { value: "letter", label: "Letter" },
          ]}
        />
      </div>
    </Section>
  );
}

function Backup() {
  const { revalidate } = useRevalidator();
  const file = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const doing = async <T,>(what: string, work: (options: BundleOptions) => Promise<Result<T>>): Promise<T | null> => {
    setBusy(what);
    const done = await work({ onProgress: (share) => setBusy(`${what}: ${Math.round(share * 100)} %`) });
    setBusy(null);
    if (done.ok) return done.value;
    sayProblem(done.problem);
    return null;
  };
  const write = async (): Promise<void> => {
    const packed = await doing("Writing", backUp);
    if (!packed) return;
    download(`workshop-${format(Date.now(), "yyyy-MM-dd")}.inchhollow-backup`, packed.file, "application/zip");
    const without = [
      packed.aside > 0 && `${packed.aside} rows that could not be read`,
      packed.damaged > 0 && `${packed.damaged} damaged files`,
    ];
    if (without.some(Boolean)) toast(`Saved, but without ${without.filter(Boolean).join(" and ")}.`, { duration: 20_000 });
    await revalidate();
  };
  const restore = async (from: File): Promise<void> => {
    const done = await doing("Reading", (options) => restoreFrom(from, options));
    if (!done) return;
    const n = done.backup.scenes.length;
    toast(`Everything is restored to ${format(done.backup.at, "d MMMM yyyy")}: ${n} ${n === 1 ? "scene" : "scenes"}`, {
      duration: 30_000,
      action: { label: "Undo", onClick: () => void done.undo().then(() => window.location.assign("/")) },
    });
    await revalidate();
  };
  return (
    <Section title="Backup and storage">
      <p className="max-w-prose text-soft">
        All scenes, the workshop, meshes and pictures in one file. Restoring a backup replaces everything here; you can undo it with one
        press.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button className="btn btn-solid" disabled={busy !== null} onClick={() => void write()}>
          Back up everything
        </button>
        <button className="btn" disabled={busy !== null} onClick={() => file.current?.click()}>
          Restore a backup
        </button>
        <Link className="btn" to="/bench">
          Storage used, deleted scenes
        </Link>
        {busy && <span role="status">{busy}</span>}
        <FileInput
          inputRef={file}
          id="backup-file"
          label="Backup"
          accept=".inchhollow-backup,application/zip"
          onFiles={([f]) => void restore(f)}
        />
      </div>
    </Section>
  );
}
