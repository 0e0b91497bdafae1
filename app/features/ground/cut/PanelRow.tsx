/** One panel: its size, how many, and what is scored into it. */
import { X } from "lucide-react";
import { evenCourse, scoreSum, SCORINGS, type Panel, type Scored, type Scoring } from "~core/ground";
import { LIMITS } from "~core/project";
import { formatMm, formatReal, readAsMm, spacedNumber, type Result } from "~core/units";
import { useActions } from "~app/shared/scene";
import { useWhole } from "~app/shared/useWhole";
import { Choice, parseCount, ParsedField, parseMmIn, parseName } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";

const within = (mm: number): number => Math.min(LIMITS.scoredMm.most, Math.max(LIMITS.scoredMm.least, mm));
const newScored = (as: Scoring, ratio: number): Scored => {
  const [w, h] = SCORINGS[as].realMm;
  return { as, unitMm: [hundredth(within(w / ratio)), hundredth(within(h / ratio))] };
};
const hundredth = (mm: number): number => Math.round(mm * 100) / 100;
const tenth = (mm: number): string => formatMm(Math.round(mm * 10) / 10);

export function PanelRow({ panel: p, nth, ratio }: { panel: Panel; nth: number; ratio: number }) {
  const { run } = useActions();
  const set = (change: Partial<Panel>) => run("list.set", { list: "scene.panels", key: p.id, change });
  const scored = useWhole(p.scored, (scored) => set({ scored }));
  const length = (label: string, key: "widthMm" | "heightMm") => (
    <ParsedField
      className="w-24"
      label={label}
      draftKey={p.id}
      text={formatMm(Math.round(p[key] * 10) / 10)}
      parse={parseMmIn(LIMITS.panelMm)}
      readAs={readAsMm}
      onCommit={(mm) => set({ [key]: mm })}
    />
  );
  return (
    <li className="flex flex-wrap items-end gap-2 border-b border-rule py-1" aria-label={p.name}>
      <span className="w-6 pb-2 text-right text-lg">{nth}</span>
      <ParsedField className="w-52" label="Name" draftKey={p.id} text={p.name} parse={parseName} onCommit={(name) => set({ name })} />
      {length("Width", "widthMm")}
      {length("Height", "heightMm")}
      <ParsedField
        className="w-20"
        label="How many"
        draftKey={p.id}
        text={String(p.count)}
        parse={parseCount(LIMITS.panelCount)}
        onCommit={(count) => set({ count })}
      />
      <Choice
        label="Scored as"
        value={p.scored?.as ?? ""}
        options={[
          { value: "", label: "nothing" },
          ...(Object.keys(SCORINGS) as Scoring[]).map((as) => ({ value: as, label: SCORINGS[as].label })),
        ]}
        onChange={(as) => void scored(() => (as === "" ? undefined : newScored(as, ratio)))}
      />
      <IconButton label={`Remove ${p.name}`} onClick={() => void run("list.drop", { list: "scene.panels", keys: [p.id] })}>
        <X size={18} />
      </IconButton>
      {p.scored && <ScoredAs panel={p} scored={p.scored} ratio={ratio} set={scored} />}
    </li>
  );
}

function ScoredAs({
  panel,
  scored,
  ratio,
  set,
}: {
  panel: Panel;
  scored: Scored;
  ratio: number;
  set: (change: (now: Scored | undefined) => Scored | undefined) => Promise<Result<unknown>>;
}) {
  const { lengthMm, restMm } = scoreSum(panel, scored);
  const even = evenCourse(panel.heightMm, scored.unitMm[1]);
  const unit = (label: string, k: 0 | 1) => (
    <ParsedField
      className="w-28"
      label={label}
      draftKey={panel.id}
      text={formatMm(scored.unitMm[k])}
      parse={parseMmIn(LIMITS.scoredMm)}
      readAs={readAsMm}
      onCommit={(mm) => set((now) => now && { ...now, unitMm: k === 0 ? [mm, now.unitMm[1]] : [now.unitMm[0], mm] })}
    />
  );
  return (
    <div className="flex basis-full flex-wrap items-end gap-2 pl-8">
      {unit("One, long", 0)}
      {unit("One, high", 1)}
      <p className="max-w-prose pb-2">
        {formatReal(scored.unitMm[0] * ratio)} × {formatReal(scored.unitMm[1] * ratio)} in real life;{" "}
        {spacedNumber(Math.round(lengthMm / 100) / 10)} m of lines on each.{" "}
        {restMm > 0
          ? `The top course is ${tenth(restMm)} high; at ${formatMm(Math.round(even * 100) / 100)} all come out even.`
          : "Courses come out even."}
      </p>
      {restMm > 0 && (
        <button className="btn" onClick={() => void set((now) => now && { ...now, unitMm: [now.unitMm[0], within(even)] })}>
          Make courses even
        </button>
      )}
    </div>
  );
}
