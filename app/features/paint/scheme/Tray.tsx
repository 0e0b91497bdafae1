/** The tray: silhouettes by recipe, each with its column of states. A tap picks a piece, the name of a row picks all of it. */
import { memo, useState } from "react";
import type { SchemePiece, SchemeRow, Stage } from "~core/plan";
import type { Part } from "~core/project";
import type { Recipe } from "~core/recipe";
import { formatDuration } from "~core/units";
import { Silhouette } from "~app/shared/Silhouette";
import { UnitSilhouette, useUnits } from "~app/shared/UnitSilhouette";
import { useMoment } from "~app/shared/tonightModel";
import { hatchFill } from "~app/ui/hatch";
import { untilWords } from "./moment";

/** So many are drawn at once. */
const AT_ONCE = 40;

const STAGE_WORDS: Record<Stage, string> = {
  done: "done",
  "in hand": "in hand",
  setting: "drying",
  open: "open",
  "left out": "left out",
};

/** From the ground up: filled is done, hatched is drying, half is in hand. */
function StageColumn({ stages }: { stages: readonly Stage[] }) {
  const high = Math.min(8, 34 / Math.max(1, stages.length));
  return (
    <svg width="10" height="36" aria-hidden="true" className="shrink-0">
      {stages.map((stage, i) => {
        const y = 35 - (i + 1) * high;
        const fill = stage === "done" ? "var(--ink)" : stage === "setting" ? hatchFill("setting") : "none";
        return (
          <g key={i}>
            <rect x="1" y={y} width="7" height={Math.max(2, high - 1.5)} fill={fill} stroke="var(--ink)" strokeWidth="0.9" />
            {stage === "in hand" && <rect x="1" y={y} width="3.5" height={Math.max(2, high - 1.5)} fill="var(--act)" />}
          </g>
        );
      })}
    </svg>
  );
}

const stagesOf = (recipe: Recipe, { at }: SchemePiece): Stage[] =>
  recipe.steps.flatMap((s) => {
    const stage = at.get(s.id)!.stage;
    return stage === "left out" ? [] : [stage];
  });

const copiesWords = (part: Part): string => (part.copies > 1 ? `${part.name} × ${part.copies}` : part.name);

type Unit = readonly Part[];

/** Parts of one piece that are as far as each other are one; each other part stands alone. */
function asPieces(parts: readonly Part[], units: readonly Unit[], says: (part: Part) => string): Unit[] {
  const here = new Set(parts);
  const whole = units.filter((u) => u.every((p) => here.has(p)) && new Set(u.map(says)).size === 1);
  const first = new Map(whole.flatMap((u) => u.map((p) => [p, u] as const)));
  return parts.flatMap((p) => {
    const unit = first.get(p);
    return !unit ? [[p]] : unit[0] === p ? [unit] : [];
  });
}

const Piece = memo(function Piece({
  unit,
  stages,
  says,
  picked,
  onPick,
}: {
  unit: Unit;
  stages: readonly Stage[] | null;
  says: string;
  picked: boolean;
  onPick: RowProps["onPick"];
}) {
  const [part] = unit;
  const name = unit.length > 1 ? `${unit.map(copiesWords).join(" and ")}, one piece` : copiesWords(part);
  return (
    <button
      className={`flex min-h-[44px] items-end gap-0.5 border px-1 pt-1 hover:bg-board ${picked ? "border-[1.5px] border-ink bg-board" : "border-transparent"}`}
      aria-pressed={picked}
      aria-label={`${name}${says && `: ${says}`}`}
      title={name}
      onClick={() =>
        onPick(
          unit.map((p) => p.id),
          !picked,
        )
      }
    >
      {unit.length > 1 ? <UnitSilhouette parts={unit} /> : <Silhouette part={part} />}
      {stages && <StageColumn stages={stages} />}
      {part.copies > 1 && unit.length === 1 && <span className="pb-0.5 text-xs text-soft">×{part.copies}</span>}
    </button>
  );
});

interface RowProps {
  name: string;
  parts: readonly Part[];
  says: React.ReactNode;
  open: boolean;
  onOpen: (() => void) | null;
  picked: ReadonlySet<string>;
  onPick: (ids: readonly string[], on?: boolean) => void;
  pieceOf: (part: Part) => { stages: readonly Stage[] | null; says: string };
}

function Row({ name, parts, says, open, onOpen, picked, onPick, pieceOf }: RowProps) {
  const [most, setMost] = useState(AT_ONCE);
  const all = parts.every((p) => picked.has(p.id));
  const pieces = asPieces(parts, useUnits(), (p) => pieceOf(p).says);
  const names = parts.slice(0, 3).map(copiesWords).join(", ") + (parts.length > 3 ? ` and ${parts.length - 3} more` : "");
  return (
    <li
      className={`grid items-center gap-x-3 gap-y-1 border-b border-rule px-2 py-0.5 tab:grid-cols-[12.5rem_1fr_13rem] ${open ? "bg-board" : ""}`}
    >
      <div>
        {onOpen ? (
          <button
            className="min-h-[26px] text-left max-desk:min-h-[44px] max-desk:min-w-[44px] text-[1.05rem] font-semibold hover:underline"
            aria-expanded={open}
            onClick={onOpen}
          >
            {name}
          </button>
        ) : (
          <p className="text-[1.05rem] font-semibold">{name}</p>
        )}
        <p className="truncate text-sm text-soft">{names}</p>
      </div>
      <div className="flex flex-wrap items-end">
        {pieces.slice(0, most).map((unit) => (
          <Piece key={unit[0].id} unit={unit} picked={unit.every((p) => picked.has(p.id))} onPick={onPick} {...pieceOf(unit[0])} />
        ))}
        {pieces.length > most && (
          <button className="btn-text" onClick={() => setMost(most + 200)}>
            {pieces.length - most} more
          </button>
        )}
        <button
          className="btn-text self-center"
          aria-label={`${all ? "Clear" : "Pick"} all of ${name}`}
          onClick={() =>
            onPick(
              parts.map((p) => p.id),
              !all,
            )
          }
        >
          {all ? "clear" : "all"}
        </button>
      </div>
      <p className="tab:text-right">{says}</p>
    </li>
  );
}

export function Tray({
  rows,
  own,
  none,
  openId,
  onOpen,
  picked,
  onPick,
}: {
  rows: readonly SchemeRow[];
  own: readonly Part[];
  none: readonly Part[];
  openId: string | null;
  onOpen: (recipeId: string) => void;
  picked: ReadonlySet<string>;
  onPick: RowProps["onPick"];
}) {
  const now = useMoment();
  return (
    <ul data-testid="paint-tray" className="border-t border-rule">
      {rows.map(({ recipe, pieces, next, waits }) => {
        const byPart = new Map(pieces.map((p) => [p.part.id, stagesOf(recipe, p)]));
        return (
          <Row
            key={recipe.id}
            name={recipe.name}
            parts={pieces.map((p) => p.part)}
            open={openId === recipe.id}
            onOpen={() => onOpen(recipe.id)}
            picked={picked}
            onPick={onPick}
            says={
              next?.offered ? (
                <span className="font-semibold">
                  {next.pot} next, {formatDuration(next.handsS)}
                  {next.pieces > 1 && ` for ${next.pieces}`}
                </span>
              ) : (
                <span className="text-soft">
                  {waits.why}
                  {waits.until !== null && ` until ${untilWords(waits.until, now)}`}
                </span>
              )
            }
            pieceOf={(part) => {
              const stages = byPart.get(part.id)!;
              const done = stages.filter((s) => s === "done").length;
              const now = stages.find((s) => s !== "done");
              return { stages, says: `${done} of ${stages.length} steps done${now && now !== "open" ? `, one ${STAGE_WORDS[now]}` : ""}` };
            }}
          />
        );
      })}
      {own.length > 0 && (
        <Row
          name="Coats of their own"
          parts={own}
          open={false}
          onOpen={null}
          picked={picked}
          onPick={onPick}
          says={<span className="text-soft">on the tab Coats</span>}
          pieceOf={() => ({ stages: null, says: "coats of its own" })}
        />
      )}
      {none.length > 0 && (
        <Row
          name="No paint yet"
          parts={none}
          open={false}
          onOpen={null}
          picked={picked}
          onPick={onPick}
          says=""
          pieceOf={() => ({ stages: null, says: "no paint planned" })}
        />
      )}
    </ul>
  );
}
