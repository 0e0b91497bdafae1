/** A zone of the plan: what it is, its level and bank, its corners. */
import { X } from "lucide-react";
import { bankedMl, isKeepClear, KEEP_CLEAR, REAL_GROUNDS, zoneLabel, type GroundZone, type ZoneIs } from "~core/ground";
import { boxOfRings, type Ring } from "~core/lay";
import { kilograms, type ZoneSum } from "~core/look";
import { LIMITS } from "~core/project";
import { fail, formatArea, formatMillilitres, formatMm, formatReal, ok, readAsMm, spacedNumber, type Result } from "~core/units";
import { useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn, parseName, parseNumberIn } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";

const ZONE_OPTIONS = ([...Object.keys(REAL_GROUNDS), ...Object.keys(KEEP_CLEAR)] as ZoneIs[]).map((value) => ({
  value,
  label: zoneLabel(value),
}));

const isMoving = (is: ZoneIs): boolean => is === "slides" || is === "turns";

/** As many corners as make a circle of a board's drawing. */
const ROUND = 32;
/** The circle about the middle of an outline's box, as wide as its shorter side. */
function roundOf(ring: Ring): Ring {
  const { x0, x1, y0, y1 } = boxOfRings([ring]);
  const r = Math.min(x1 - x0, y1 - y0) / 2;
  const at = (k: number): [number, number] => [
    (x0 + x1) / 2 + r * Math.cos((2 * Math.PI * k) / ROUND),
    (y0 + y1) / 2 + r * Math.sin((2 * Math.PI * k) / ROUND),
  ];
  return Array.from({ length: ROUND }, (_, k) => at(k).map((v) => Math.round(v * 10) / 10)).flat();
}

const cornersText = (ring: readonly number[]): string =>
  Array.from({ length: ring.length / 2 }, (_, i) => `${Math.round(ring[2 * i] * 10) / 10}, ${Math.round(ring[2 * i + 1] * 10) / 10}`).join(
    "; ",
  );

/** "0, 40; 80, 46; …" in millimetres. */
function readCorners(text: string): Result<number[]> {
  const corners = text
    .split(/[;\n]/)
    .map((c) => c.trim())
    .filter(Boolean);
  const out: number[] = [];
  for (const [i, corner] of corners.entries()) {
    const numbers = corner.split(/[,\s]+/).map(Number);
    if (numbers.length !== 2 || numbers.some((n) => !Number.isFinite(n)))
      return fail("zone.corner", `Corner ${i + 1}, "${corner}", needs two numbers: from the left, from the front.`);
    const { least, most } = LIMITS.boardMm;
    if (numbers.some((n) => n < least || n > most)) return fail("zone.corner", `Corner ${i + 1} lies beyond ${most} mm.`);
    out.push(...numbers);
  }
  const { least, most } = LIMITS.corners;
  return corners.length >= least && corners.length <= most
    ? ok(out)
    : fail("zone.corners", `Enter ${least} to ${most} corners as "from the left, from the front", with ";" between.`);
}

export function ZoneFields({ zone, dry, onGone }: { zone: GroundZone; dry: ZoneSum | undefined; onGone: () => void }) {
  const { scene } = useProject();
  const { run } = useActions();
  const set = (change: Partial<GroundZone>) => run("list.set", { list: "scene.zones", key: zone.id, change });
  const clear = isKeepClear(zone.is);
  const board = scene.boards?.find((b) => b.id === zone.boardId);
  return (
    <section aria-label="Zone" className="mt-3 border-t-[1.5px] border-ink pt-2">
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-lg">{zone.name}</h2>
        <IconButton label={`Remove ${zone.name}`} onClick={() => void run("zone.drop", { zoneId: zone.id }).then((d) => d.ok && onGone())}>
          <X size={18} />
        </IconButton>
      </div>
      {dry && (
        <p className="text-soft">
          {formatArea(dry.areaMm2)}, {dry.layers.length === 0 ? "no layer yet" : `${kilograms(dry.dryG)} of ground when dry`}
          {zone.levelMm !== 0 &&
            board &&
            `; ${formatMillilitres(bankedMl(zone, board))} ${zone.levelMm < 0 ? "are cut out" : "are built up"}`}
          {zone.levelMm !== 0 &&
            `; ${formatReal(Math.abs(zone.levelMm) * scene.scale.ratio)} ${zone.levelMm < 0 ? "deep" : "high"} in real life`}
          .
        </p>
      )}
      <div className="mt-2 grid grid-cols-2 gap-2">
        <ParsedField label="Name" draftKey={zone.id} text={zone.name} parse={parseName} onCommit={(name) => set({ name })} />
        <Choice label="What it is" value={zone.is} options={ZONE_OPTIONS} onChange={(is) => void set({ is })} />
        {clear ? (
          zone.is !== "hands" &&
          zone.is !== "camera" && (
            <ParsedField
              label={zone.is === "dice" ? "Edge of a die" : isMoving(zone.is) ? "Reaches above the board by" : "What must pass, across"}
              draftKey={zone.id}
              text={formatMm(zone.ballMm)}
              parse={parseMmIn({ least: 0, most: 500 })}
              readAs={readAsMm}
              onCommit={(ballMm) => set({ ballMm })}
            />
          )
        ) : (
          <>
            <ParsedField
              label="Level against the board"
              draftKey={zone.id}
              text={formatMm(zone.levelMm)}
              parse={parseMmIn(LIMITS.boardMm)}
              readAs={readAsMm}
              onCommit={(levelMm) => set({ levelMm })}
            />
            <ParsedField
              label="Slope of its banks, °"
              draftKey={zone.id}
              text={spacedNumber(zone.slopeDeg)}
              parse={parseNumberIn(LIMITS.zoneSlopeDeg)}
              onCommit={(slopeDeg) => set({ slopeDeg })}
            />
          </>
        )}
      </div>
      {isKeepClear(zone.is) && <p className="mt-1 text-sm text-soft">Keep clear {KEEP_CLEAR[zone.is].says}.</p>}
      {zone.is === "turns" && (
        <button className="btn mt-2" onClick={() => void set({ outlineMm: roundOf(zone.outlineMm) })}>
          Make it round
        </button>
      )}
      <ParsedField
        className="mt-2"
        label="Corners, mm from the left and the front"
        draftKey={zone.id}
        text={cornersText(zone.outlineMm)}
        parse={readCorners}
        readAs={(ring) => `${ring.length / 2} corners`}
        onCommit={(outlineMm) => set({ outlineMm })}
      />
    </section>
  );
}
