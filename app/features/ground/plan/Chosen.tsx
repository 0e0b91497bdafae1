/** The pieces that are chosen on the plan: where they stand, and which way up. */
import { lazy, Suspense } from "react";
import { standingOnFace } from "~core/joint";
import { ringMl, type Standing, type StandsOn } from "~core/ground";
import { perimeterOf, ringArea, type Ring } from "~core/lay";
import { LIMITS } from "~core/project";
import { UPS, type Up } from "~core/mesh";
import { formatMillilitres, formatMm, readAsMm, spacedNumber } from "~core/units";
import { useActions, useProject } from "~app/shared/scene";
import { Silhouette } from "~app/shared/Silhouette";
import { Choice, ParsedField, parseMmIn, parseNumberIn } from "~app/ui/field";
import { sayProblem } from "~app/ui/sayProblem";
import type { AtHand } from "~app/shared/useBoard";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

const UP_WORDS: Record<Up, string> = {
  "+z": "as its file stands",
  "-z": "upside down",
  "+x": "on its left side",
  "-x": "on its right side",
  "+y": "on its front",
  "-y": "on its back",
};
const UP_OPTIONS = UPS.map((value) => ({ value, label: UP_WORDS[value] }));

/** A ring that hides a joint, mm. Common practice, no source. */
const RING = { wide: 4, high: 2 };

const FIELDS = [
  ["xMm", "From the left"],
  ["yMm", "From the front"],
  ["liftMm", "Raised by"],
] as const;

export function Chosen({ hand, chosen, onTurn }: { hand: AtHand; chosen: readonly Standing[]; onTurn: () => void }) {
  const { parts } = useProject();
  const { run } = useActions();
  const one = chosen[0];
  const part = parts.find((p) => p.id === one.partId);
  const set = (change: Partial<Standing>) => run("list.set", { list: "scene.standings", key: one.id, change });
  const drop = (): void =>
    void run("list.drop", { list: "scene.standings", keys: chosen.map((s) => s.id) }).then((d) => !d.ok && sayProblem(d.problem));
  const foot = hand.footOf(one);
  const on = onValue(one.on);
  const floors = [
    ...hand.boards.map((b) => ({ value: `board ${b.id}`, label: b.name })),
    ...hand.standings.filter((s) => s.id !== one.id).map((s) => ({ value: `copy ${s.id}`, label: hand.nameOf(s.id) })),
    { value: "table", label: "the table" },
  ];
  return (
    <section aria-label="Chosen" className="mt-3 border-t-[1.5px] border-ink pt-2">
      <h2 className="flex items-center gap-2 text-lg">
        {part && <Silhouette part={part} />}
        {chosen.length === 1 ? hand.nameOf(one.id) : `${chosen.length} pieces`}
      </h2>
      {foot && chosen.length === 1 && (
        <p className="text-soft">
          Covers {Math.round(foot.shadowMm2 / 100)} cm², stands on {(foot.footMm2 / 100).toFixed(foot.footMm2 < 1000 ? 1 : 0)} cm²,{" "}
          {formatMm(Math.round(foot.heightMm))} high; a ring of ground round it, {RING.wide} mm wide and {RING.high} mm high, takes{" "}
          {formatMillilitres(ringMl(outerMm(foot.foot), RING.wide, RING.high))} and hides the joint
          {foot.guessed ? "; its mesh is open, so its foot is its outline" : ""}.
        </p>
      )}
      {chosen.length === 1 && (
        <div className="mt-2 grid grid-cols-3 gap-2">
          {FIELDS.map(([key, label]) => (
            <ParsedField
              key={key}
              label={label}
              draftKey={one.id}
              text={formatMm(Math.round(one[key] * 10) / 10)}
              parse={parseMmIn(LIMITS.boardMm)}
              readAs={readAsMm}
              onCommit={(mm) => set({ [key]: mm })}
            />
          ))}
          <ParsedField
            label="Turned, °"
            draftKey={one.id}
            text={spacedNumber(Math.round(one.turnDeg))}
            parse={parseNumberIn({ least: -360, most: 360 })}
            onCommit={(turnDeg) => set({ turnDeg })}
          />
          <ParsedField
            label="Leans back, °"
            draftKey={one.id}
            text={spacedNumber(one.leanDeg)}
            parse={parseNumberIn(LIMITS.leanDeg)}
            onCommit={(leanDeg) => set({ leanDeg })}
          />
          <Choice label="Stands on" value={on} options={floors} onChange={(value) => void set({ on: readOn(value) })} />
        </div>
      )}
      {part && chosen.length === 1 && (
        <Choice
          className="mt-2 max-w-60"
          label="Which way up in the scene"
          value={part.stands ?? "+z"}
          options={UP_OPTIONS}
          onChange={(stands: Up) => void run("field.set", { of: "part", id: part.id, change: { stands } })}
        />
      )}
      {part && chosen.length === 1 && part.source.kind === "mesh" && (
        <details className="mt-2">
          <summary className="min-h-11 cursor-pointer py-2">Press the face it stands on</summary>
          <Suspense fallback={<p className="text-soft">Loading the 3D view…</p>}>
            <Turntable
              of={part}
              className="h-[220px]"
              onPick={({ normal }) => {
                const stands = standingOnFace({ normal });
                if (stands) void run("field.set", { of: "part", id: part.id, change: { stands } });
                else
                  sayProblem({
                    code: "stands.slope",
                    message: "That face slopes: no side of the file lies flat on it. Press a level one, or let the copy lean.",
                  });
              }}
            />
          </Suspense>
        </details>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <button className="btn" onClick={onTurn}>
          Turn by 90°
        </button>
        <button className="btn" onClick={drop}>
          Take off the board
        </button>
      </div>
    </section>
  );
}

/** Of what can be walked round: holes are left out. */
const outerMm = (rings: readonly Ring[]): number => rings.reduce((sum, r) => sum + (ringArea(r) > 0 ? perimeterOf(r) : 0), 0);

const onValue = (on: StandsOn): string =>
  on.kind === "board" ? `board ${on.boardId}` : on.kind === "copy" ? `copy ${on.standingId}` : "table";
function readOn(value: string): StandsOn {
  const [kind, id] = value.split(" ");
  return kind === "board" ? { kind, boardId: id } : kind === "copy" ? { kind, standingId: id } : { kind: "table" };
}
