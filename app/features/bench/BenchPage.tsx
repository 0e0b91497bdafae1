/**
 * The bench: every scene of this browser, whatever it holds, outside all of them; deleted ones, rows that were set aside, and what takes how
 * much room. It reads names and counts only, so that it always opens.
 */
import { format } from "date-fns";
import { Suspense, useRef, useState } from "react";
import { Await, Link, useNavigate, useRevalidator } from "react-router";
import { toast } from "sonner";
import type { Result } from "~core/units";
import type { SceneRow as StoredScene } from "~core/project";
import { describeScale } from "~core/scale";
import { TRASH_DAYS, type Trashed, type Usage } from "~store/projects";
import type { AsideRow } from "~store/database";
import { storeElsewhere, takeBackElsewhere, type Edited } from "~app/data/edits.client";
import {
  bringBackScene,
  clearAllResults,
  createScene,
  deleteScene,
  mendScene,
  rawScene,
  removeScene,
  resetDemo,
  sweepStore,
} from "~app/data/scenes.client";
import type { Room } from "~app/data/storage.client";
import { BundleProgress, useBundleWork, type BundleWork } from "~app/shared/files/bundleWork";
import { download, fileName } from "~app/shared/files/download";
import { Page, Section } from "~app/shared/Page";
import { ParsedField, parseName } from "~app/ui/field";
import { HatchDefs, hatchFill } from "~app/ui/hatch";
import { useWidth } from "~app/ui/useWidth";
import { FileInput } from "~app/ui/fileInput";
import { Sideways } from "~app/ui/sideways";
import { sayProblem } from "~app/ui/sayProblem";

export interface BenchData {
  scenes: Result<StoredScene[]>;
  /** Label of each scene's last change, by id. */
  lastEdits: Record<string, string>;
  trash: Trashed[];
  aside: AsideRow[];
  /** Comes when everything has been counted; null when it could not be. */
  usage: Promise<Usage | null>;
  room: Room;
}

const bytes = (n: number): string =>
  n >= 1e9 ? `${(n / 1e9).toFixed(1)} GB` : n >= 1e6 ? `${(n / 1e6).toFixed(1)} MB` : `${Math.ceil(n / 1000)} kB`;

export function BenchPage({ scenes, lastEdits, trash, aside, usage, room }: BenchData) {
  const work = useBundleWork();
  const navigate = useNavigate();
  const { revalidate } = useRevalidator();
  const file = useRef<HTMLInputElement>(null);
  const begin = async (make: () => Promise<Result<string>>): Promise<void> => {
    const made = await make();
    if (!made.ok) return void sayProblem(made.problem);
    await navigate(`/s/${made.value}`);
  };
  return (
    <div className="h-dvh p-1.5 desk:p-3">
      <Page
        title="The bench"
        sub="all scenes in this browser"
        cells={[
          { label: "scenes", value: scenes.ok ? scenes.value.length : "not read" },
          { label: "kept", value: room.kept === null ? "until the browser clears it" : room.kept ? "for good" : "while there is room" },
          {
            label: "used",
            value: (
              <Suspense fallback="counting">
                <Await resolve={usage}>{(u) => (u ? bytes(usedBytes(u)) : "not known")}</Await>
              </Suspense>
            ),
          },
        ]}
      >
        {!scenes.ok && (
          <p role="alert" className="note-act mt-4 max-w-prose">
            ▲ {scenes.problem.message}{" "}
            <button className="btn" onClick={() => void revalidate()}>
              Try again
            </button>
          </p>
        )}
        {scenes.ok && scenes.value.length === 0 && (
          <p className="mt-4 text-soft">No scenes yet. Start one, open a saved one, or look at the demo: a tide mill on a muddy creek.</p>
        )}
        {scenes.ok && (
          <ul className="mt-3 border-t border-rule">
            {scenes.value.map((s) => (
              <SceneRow key={s.id} scene={s} lastEdit={lastEdits[s.id]} work={work} />
            ))}
          </ul>
        )}
        <div className="mt-4 flex flex-wrap gap-2">
          <button className="btn btn-solid" onClick={() => void begin(() => createScene("New scene"))}>
            Start a scene
          </button>
          <button className="btn" onClick={() => file.current?.click()}>
            Open a saved scene
          </button>
          <button className="btn" onClick={() => void begin(resetDemo)}>
            Fresh copy of the demo
          </button>
          <Link className="btn" to="/away">
            A list taken along
          </Link>
          <FileInput
            inputRef={file}
            id="bench-bundle"
            label="Saved scene"
            accept=".inchhollow,application/zip"
            onFiles={([f]) => void work.open(f).then((id) => id !== null && navigate(`/s/${id}`))}
          />
        </div>
        <BundleProgress work={work} />
        {trash.length > 0 && <Deleted trash={trash} />}
        {aside.length > 0 && <SetAside rows={aside} />}
        <Suspense fallback={<p className="mt-5 text-soft">Adding up storage…</p>}>
          <Await resolve={usage}>{(u) => u && <StorageTable usage={u} room={room} />}</Await>
        </Suspense>
      </Page>
    </div>
  );
}

/** Does something, says what went wrong, and reads the page anew. */
function useDoing(): <T>(work: () => Promise<Result<T>>, said?: (value: T) => string) => Promise<void> {
  const { revalidate } = useRevalidator();
  return async (work, said) => {
    const done = await work();
    if (!done.ok) sayProblem(done.problem);
    else if (said) toast(said(done.value));
    await revalidate();
  };
}

function SceneRow({ scene, lastEdit, work }: { scene: StoredScene; lastEdit: string | undefined; work: BundleWork }) {
  const doing = useDoing();
  const { revalidate } = useRevalidator();
  // Ids of an older program may hold anything; the address takes them as they are.
  const address = `/s/${encodeURIComponent(scene.id)}`;
  const remove = async (): Promise<void> => {
    const done = await deleteScene(scene.id);
    if (!done.ok) return void sayProblem(done.problem);
    toast(`“${scene.name}” was deleted`, {
      action: { label: "Undo", onClick: () => void bringBackScene(scene.id).then(() => revalidate()) },
    });
    await revalidate();
  };
  const asItStands = async (): Promise<void> => {
    const raw = await rawScene(scene.id);
    if (!raw.ok) return void sayProblem(raw.problem);
    download(fileName(scene.name, "json"), JSON.stringify(raw.value, null, 1), "application/json");
  };
  return (
    <li className="flex flex-wrap items-end justify-between gap-x-4 gap-y-1 border-b border-rule py-2">
      <div className="flex min-w-0 flex-wrap items-end gap-x-3">
        <Link className="btn btn-solid" to={address} aria-label={`Open ${scene.name}`}>
          Open
        </Link>
        <ParsedField
          className="w-64"
          hideLabel
          label={`Name of ${scene.name}`}
          draftKey={scene.id}
          text={scene.name}
          parse={parseName}
          onCommit={async (name) => {
            const done: Result<Edited> = await storeElsewhere(scene.id, "field.set", { of: "scene", change: { name: name } });
            await revalidate();
            return done;
          }}
        />
        <span className="self-center text-soft">
          {describeScale(scene.scale)}
          {scene.demo ? " · the demo" : ""}
        </span>
      </div>
      <div className="flex flex-wrap gap-2">
        {lastEdit && (
          <button
            className="btn"
            title={`Last change: ${lastEdit}`}
            onClick={() =>
              void doing(
                () => takeBackElsewhere(scene.id),
                (e) => `Undone: ${e.label}`,
              )
            }
          >
            Undo “{lastEdit.length > 26 ? `${lastEdit.slice(0, 25)}…` : lastEdit}”
          </button>
        )}
        <button className="btn" onClick={() => void work.save(scene.id, scene.name, null)} aria-label={`Save ${scene.name}`}>
          Save
        </button>
        <button className="btn" onClick={() => void asItStands()} aria-label={`Rows of ${scene.name} as JSON`}>
          Rows as JSON
        </button>
        <button
          className="btn"
          onClick={() =>
            void doing(
              () => mendScene(scene.id),
              (n) => (n ? `${n} set aside, below` : `No damage found in “${scene.name}”`),
            )
          }
          aria-label={`Check ${scene.name}`}
        >
          Check
        </button>
        <button className="btn" onClick={() => void remove()} aria-label={`Delete ${scene.name}`}>
          Delete
        </button>
      </div>
    </li>
  );
}

function Deleted({ trash }: { trash: Trashed[] }) {
  const doing = useDoing();
  const [sure, setSure] = useState<string | null>(null);
  return (
    <Section title="Deleted scenes">
      <p className="text-soft">Each can be restored for {TRASH_DAYS} days.</p>
      <ul>
        {trash.map(({ scene, at }) => (
          <li key={scene.id} className="flex flex-wrap items-center justify-between gap-3 border-b border-rule py-1">
            <span>
              {scene.name} <span className="text-soft">deleted {format(at, "d MMM, HH:mm")}</span>
            </span>
            <span className="flex gap-2">
              <button
                className="btn"
                onClick={() =>
                  void doing(
                    () => bringBackScene(scene.id),
                    () => `“${scene.name}” is back`,
                  )
                }
                aria-label={`Restore ${scene.name}`}
              >
                Restore
              </button>
              {/* The one thing here that nothing takes back: a second press. */}
              <button
                className="btn"
                onClick={() => (sure === scene.id ? void doing(() => removeScene(scene.id)) : setSure(scene.id))}
                aria-label={sure === scene.id ? `Remove ${scene.name} for good, confirm` : `Remove ${scene.name} for good`}
              >
                {sure === scene.id ? "Press again: this cannot be undone" : "Remove for good"}
              </button>
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function SetAside({ rows }: { rows: AsideRow[] }) {
  return (
    <Section
      title="Set aside"
      aside={
        <button className="btn" onClick={() => download("set-aside.json", JSON.stringify(rows, null, 1), "application/json")}>
          Save them to a file
        </button>
      }
    >
      <p className="max-w-prose text-soft">
        Rows this program could not read. The rest of the scene opened without them. Nothing is thrown away.
      </p>
      <Sideways label="Set aside">
        <table className="plain">
          <thead>
            <tr>
              <th>Scene</th>
              <th>Of</th>
              <th>Name</th>
              <th>Why</th>
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, 50).map((r) => (
              <tr key={r.seq}>
                <td>{r.sceneName}</td>
                <td>{r.table}</td>
                <td className="font-semibold">{r.name}</td>
                <td>{r.why}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      {rows.length > 50 && <p className="text-soft">and {rows.length - 50} more, all in the file</p>}
    </Section>
  );
}

/** What was said by the user stands solid, what can be reckoned again is hatched, what only undo needs is blank. */
type Weight = "said" | "reckoned" | "undo";
const KINDS: { key: keyof Usage; label: string; weight: Weight; what: string }[] = [
  { key: "meshes", label: "Meshes", weight: "said", what: "yours: the files of your parts, including earlier versions" },
  { key: "pictures", label: "Pictures", weight: "said", what: "yours: photos and references" },
  { key: "rows", label: "Scenes, parts, paints, records", weight: "said", what: "yours" },
  { key: "undo", label: "Undo", weight: "undo", what: "each row before its last 200 changes" },
  {
    key: "results",
    label: "Sizes, walls, hours, sheets",
    weight: "reckoned",
    what: "calculated from your data: rebuilt when needed",
  },
];

const usedBytes = (usage: Usage): number => Object.values(usage).reduce((n: number, u: Usage["meshes"]) => n + u.bytes, 0);

const FILL: Record<Weight, string> = { said: "var(--ink)", reckoned: hatchFill("reckoned"), undo: "var(--board)" };

/** Everything that is kept as one strip, each kind as wide as it is heavy; the key says what its filling means. */
function Strip({ usage }: { usage: Usage }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const total = Math.max(1, usedBytes(usage));
  const wide = KINDS.map(({ key }) => (usage[key].bytes / total) * width);
  return (
    <div ref={ref} className="mt-1">
      <HatchDefs />
      {width > 0 && (
        <svg width={width} height="42" role="img" aria-label="What takes up storage, by size" className="block font-sans">
          {KINDS.map(({ key, weight }, i) => (
            <rect
              key={key}
              x={wide.slice(0, i).reduce((a, b) => a + b, 0)}
              y="1"
              width={wide[i]}
              height="20"
              fill={FILL[weight]}
              stroke={weight === "said" ? "var(--paper)" : "var(--ink)"}
            />
          ))}
          {(["said", "reckoned", "undo"] as const).map((weight, i) => (
            <g key={weight} transform={`translate(${i * 190} 28)`}>
              <rect width="22" height="11" y="1" fill={FILL[weight]} stroke="var(--ink)" />
              <text x="28" y="11" fontSize="13" fill="var(--soft)">
                {{ said: "yours", reckoned: "calculated, can be rebuilt", undo: "for undo" }[weight]}
              </text>
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}

function StorageTable({ usage, room }: { usage: Usage; room: Room }) {
  const doing = useDoing();
  return (
    <Section
      title="Storage used"
      aside={
        <span className="flex flex-wrap gap-2">
          <button
            className="btn"
            onClick={() =>
              void doing(sweepStore, (s) =>
                s.files + s.results + s.scenes === 0
                  ? "Nothing to clean up"
                  : `Removed ${s.files} unused files and ${s.results} unused results`,
              )
            }
          >
            Remove unused files
          </button>
          <button className="btn" onClick={() => void doing(clearAllResults, () => "Calculated data cleared. It is rebuilt when needed")}>
            Clear calculated data
          </button>
        </span>
      }
    >
      <Strip usage={usage} />
      <Sideways label="Storage" className="mt-1">
        <table className="plain">
          <tbody>
            {KINDS.map(({ key, label, what }) => (
              <tr key={key}>
                <td className="font-semibold">{label}</td>
                <td className="whitespace-nowrap text-right">{usage[key].count.toLocaleString("en")}</td>
                <td className="whitespace-nowrap text-right">{bytes(usage[key].bytes)}</td>
                <td className="text-soft">{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      <p className="mt-2 max-w-prose text-soft">
        {room.usedBytes !== null && room.quotaBytes !== null && (
          <>
            The browser counts {bytes(room.usedBytes)} on disk, including the program itself, of {bytes(room.quotaBytes)} it allows.{" "}
          </>
        )}
        {room.kept
          ? "It has agreed not to clear anything by itself."
          : "It may clear everything when the disk is full, so save your scenes to files now and then."}
      </p>
    </Section>
  );
}
