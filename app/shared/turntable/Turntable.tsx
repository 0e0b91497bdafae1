/** The part on a turntable. Loads its 3D code when it is first shown. Turned by dragging or the arrow keys. */
import { useEffect, useRef, useState } from "react";
import { rangeOf, type MeshField, type Turn } from "~core/mesh";
import type { Grain } from "~core/surface";
import { spacedNumber, type Result } from "~core/units";
import { Choice } from "~app/ui/field";
import { runJob } from "~workers/client";
import type { FieldWanted, TurntableMesh } from "~workers/protocol";
import { type Part, geometryKey } from "~core/project";
import { meshSourceOf } from "~app/data/results.client";
import type { LowLight, Picked, TurntableView } from "./turntableScene";

/** What is on the turntable. */
export interface Drawn {
  name: string;
  /** Another shape is another scene; the same one with other colours stays as it was turned. */
  shape: string;
  /** Names the shape, and what is shown on it. */
  key: string;
  draw: (signal: AbortSignal) => Promise<Result<TurntableMesh>>;
}

interface TurntableProps {
  of: Part | Drawn;
  /** Called with the point that is pressed, in model millimetres. */
  onPick?: (picked: Picked) => void;
  marks?: readonly [number, number, number][];
  /** Two marks are the ends of a length. */
  joined?: boolean;
  className?: string;
  /** How the part lies when it is printed, and what with: then its faces can be shown by how steep they are and where lines lie. */
  printed?: { turn: Turn; grain: Grain };
  /** Its layers in low light: how it lies, with which layers, and what share of their steps is left. */
  lowLight?: LowLight;
  /** What its facets are coloured by; with a palette, one colour for each number. */
  coloured?: { by: FieldWanted; palette?: readonly string[] };
}

const SHOWN = [
  { value: "shape", label: "shape" },
  { value: "steps", label: "line spacing" },
  { value: "slope", label: "steepness" },
] as const;
type Shown = (typeof SHOWN)[number]["value"];

const wantedField = (shown: Shown, printed: TurntableProps["printed"]): FieldWanted | null =>
  shown === "shape" || !printed ? null : shown === "slope" ? { kind: "slope", turn: printed.turn } : { kind: "steps", ...printed };

const formatField = (v: number, unit: string): string =>
  unit === "°" ? `${Math.round(v)}°` : `${spacedNumber(Math.round(v * 100) / 100)} ${unit}`;

const NO_MARKS: readonly [number, number, number][] = [];

function drawnPart(part: Part, field: FieldWanted | null): Drawn {
  const shape = geometryKey(part);
  return {
    name: part.name,
    shape,
    key: `${shape} ${JSON.stringify(field)}`,
    draw: async (signal) => {
      const source = await meshSourceOf(part);
      return source.ok ? runJob("turntable", { source: source.value, factor: part.factor, field }, { signal }) : source;
    },
  };
}

export default function Turntable({
  of,
  onPick,
  marks = NO_MARKS,
  joined = false,
  className = "h-[300px]",
  printed,
  lowLight,
  coloured,
}: TurntableProps) {
  const holder = useRef<HTMLDivElement>(null);
  const view = useRef<TurntableView | null>(null);
  const picked = useRef(onPick);
  useEffect(() => {
    picked.current = onPick;
  });
  const [ready, setReady] = useState("");
  const [thinned, setThinned] = useState(false);
  const [shown, setShown] = useState<Shown>("shape");
  const [field, setField] = useState<MeshField | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const wanted = coloured?.by ?? wantedField(shown, printed);
  const drawn = "draw" in of ? of : drawnPart(of, wanted);
  useEffect(
    () => () => {
      view.current?.dispose();
      view.current = null;
    },
    [drawn.shape],
  );
  const key = `${drawn.key} ${JSON.stringify(coloured?.palette)}`;
  useEffect(() => {
    const stop = new AbortController();
    void (async () => {
      const [result, { showOnTurntable }] = await Promise.all([drawn.draw(stop.signal), import("./turntableScene")]);
      if (stop.signal.aborted || !holder.current) return;
      if (!result.ok) return setProblem(result.problem.message);
      try {
        if (view.current) view.current.show(result.value, coloured?.palette);
        else view.current = showOnTurntable(holder.current, result.value, (p) => picked.current?.(p), coloured?.palette);
        if (lowLight) view.current.lowLight(lowLight);
        setProblem(null);
        setThinned(result.value.thinned);
        setField(result.value.field);
        setReady(key);
      } catch {
        setProblem("This browser cannot show 3D here. The sheet shows the same in three views.");
      }
    })();
    return () => stop.abort();
    // The key names the shape, and what is shown on it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  useEffect(() => view.current?.mark(marks, joined), [marks, joined, ready]);
  const light = JSON.stringify(lowLight);
  useEffect(() => {
    if (light) view.current?.lowLight(JSON.parse(light) as LowLight);
  }, [light, ready]);
  const range = field && printed ? rangeOf(field) : null;
  return (
    <div>
      {printed && (
        <div className="mb-1 flex items-center gap-3">
          <Choice className="w-36" hideLabel label="Show" value={shown} onChange={setShown} options={SHOWN} />
          {field && range && (
            <span className="flex items-center gap-2 text-sm">
              <span>{formatField(range[0], field.unit)}</span>
              <span
                className="inline-block h-4 w-20 border border-ink"
                style={{ background: "linear-gradient(to right, var(--paper), var(--act))" }}
                aria-hidden="true"
              />
              <span>{formatField(range[1], field.unit)}</span>
            </span>
          )}
        </div>
      )}
      <div
        ref={holder}
        tabIndex={0}
        role="img"
        aria-label={`${drawn.name} on a turntable. Arrow keys turn it.`}
        className={`w-full touch-none border border-rule bg-board ${(printed ?? lowLight) ? "h-[236px]" : className} ${onPick ? "cursor-crosshair" : ""}`}
      />
      <p className="mt-1 text-sm text-soft">
        {problem ??
          `drag or use the arrow keys to turn; wheel or page keys to zoom${lowLight ? ": lines show where the picture has enough pixels" : ""}${thinned ? "; drawn with fewer triangles than the mesh has" : ""}`}
      </p>
    </div>
  );
}
