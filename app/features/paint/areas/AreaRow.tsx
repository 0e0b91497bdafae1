/** One area: its name, how it is picked, how large it is. */
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { BUCKET_BEND_DEG } from "~core/paint";
import { LIMITS, type ColourArea, type Part } from "~core/project";
import { formatArea, formatMm, parseMm, readAsMm, spacedNumber, type Result } from "~core/units";
import { useActions } from "~app/shared/scene";
import { Choice, ParsedField, parseName, parseNumberIn } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";

export function AreaRow({
  area,
  at,
  of,
  part,
  surfaces,
  hex,
  areaMm2,
}: {
  area: ColourArea;
  at: number;
  of: number;
  part: Part;
  surfaces: readonly { value: string; label: string }[];
  hex: string;
  areaMm2: number | undefined;
}) {
  const { run } = useActions();
  const set = (change: Partial<ColourArea>): Promise<Result<unknown>> =>
    run("list.set", { list: "part.areas", of: part.id, key: area.id, change });
  const move = (to: number): void => void run("list.move", { list: "part.areas", of: part.id, key: area.id, to });
  return (
    <li className="grid grid-cols-[1.6rem_1fr_auto] items-center gap-2 border-b border-rule py-1 tab:grid-cols-[1.6rem_1fr_10rem_5.5rem_auto]">
      <span className="h-6 w-6 border border-ink" style={{ background: hex }} aria-hidden="true" />
      <ParsedField
        hideLabel
        label="Name of the area"
        draftKey={area.id}
        text={area.name}
        parse={parseName}
        onCommit={(name) => set({ name })}
      />
      <span className="max-tab:col-start-2">
        {(area.by === "below" || area.by === "above") && (
          <ParsedField
            hideLabel
            label={`${area.by === "below" ? "Below" : "Above"} which height`}
            draftKey={area.id}
            text={formatMm((area.mm ?? 0) * part.factor)}
            parse={parseMm}
            readAs={readAsMm}
            onCommit={(mm) => set({ mm: Math.min(LIMITS.areaMm.most, Math.max(0, mm / part.factor)) })}
          />
        )}
        {(area.by === "gentler" || area.by === "steeper") && (
          <ParsedField
            hideLabel
            label={area.by === "gentler" ? "Up to how steep, degrees" : "From how steep, degrees"}
            draftKey={area.id}
            text={`${spacedNumber(area.deg ?? 0)}`}
            parse={parseNumberIn(LIMITS.areaDeg)}
            onCommit={(deg) => set({ deg })}
          />
        )}
        {area.by === "surface" && (
          <Choice
            hideLabel
            label="Which surface"
            value={area.surface}
            options={
              surfaces.some((s) => s.value === area.surface)
                ? surfaces
                : [{ value: area.surface, label: `${area.surface || "none"}, not found` }, ...surfaces]
            }
            onChange={(surface) => set({ surface })}
          />
        )}
        {area.by === "bucket" && (
          <ParsedField
            hideLabel
            label="Not over a bend of, degrees"
            draftKey={area.id}
            text={`${spacedNumber(area.deg ?? BUCKET_BEND_DEG)}`}
            parse={parseNumberIn(LIMITS.areaDeg)}
            onCommit={(deg) => set({ deg })}
          />
        )}
        <span className="text-sm text-soft">{HOW[area.by]}</span>
      </span>
      <span className="text-right max-tab:col-start-2">
        {areaMm2 === undefined ? "" : areaMm2 > 0 ? formatArea(areaMm2) : <span className="note-act">▲ empty</span>}
      </span>
      <span className="flex max-tab:col-start-3 max-tab:row-start-1">
        <IconButton label={`${area.name} up`} disabled={at === 0} onClick={() => move(at - 1)}>
          <ArrowUp size={18} />
        </IconButton>
        <IconButton label={`${area.name} down`} disabled={at === of - 1} onClick={() => move(at + 1)}>
          <ArrowDown size={18} />
        </IconButton>
        <IconButton
          label={`Remove ${area.name}`}
          onClick={() => void run("list.drop", { list: "part.areas", of: part.id, keys: [area.id] })}
        >
          <X size={18} />
        </IconButton>
      </span>
    </li>
  );
}

const HOW: Record<ColourArea["by"], string> = {
  below: "below this height",
  above: "above this height",
  gentler: "up to this slope",
  steeper: "from this slope",
  surface: "this surface",
  bucket: "bucket, to this bend",
};
