/** The reference, before the first coat: colours picked from a photograph beside what the plan lays, and details ticked part by part. */
import { X } from "lucide-react";
import { detailsOpen, lookAgainst, plannedColours, type Against, type Planned } from "~core/plan";
import { LIMITS, type LookSwatch } from "~core/project";
import { Page, Section } from "~app/shared/Page";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseName, parseText } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { PaintLeaves } from "../PaintLeaves";
import { Details } from "./Details";
import { SwatchPhoto } from "./SwatchPhoto";

export default function ReferencePage() {
  const project = useProject();
  const { part, choose } = usePartAtHand(project);
  const against = lookAgainst(project);
  const planned = plannedColours(project);
  const off = against.filter((a) => a.deltaE00 > 10 && !a.swatch.onPurpose).length;
  const open = project.parts.reduce((n, p) => n + detailsOpen(p).open, 0);
  return (
    <Page
      title="The reference"
      sub="before the first coat"
      cells={[
        { label: "colours", value: against.length },
        { label: "off", value: off > 0 ? <span className="note-act">▲ {off}</span> : against.length > 0 ? "none" : "–" },
        { label: "details open", value: open },
      ]}
    >
      <PaintLeaves />
      <div className="mt-2 grid gap-x-8 desk:grid-cols-[1.2fr_1fr]">
        <Swatches against={against} planned={planned} />
        {part && <Details key={part.id} part={part} picker={<PartPicker part={part} among={project.parts} choose={choose} />} />}
      </div>
      <p className="mt-4 max-w-prose text-soft">
        Neighbours are judged together: earth looks too bare until its greenery is on, a wall too clean until its foot is dirty. Judge them
        once both are there.
      </p>
    </Page>
  );
}

function Swatches({ against, planned }: { against: readonly Against[]; planned: readonly Planned[] }) {
  const { run } = useActions();
  const add = (hexes: readonly string[]): void => {
    const items = hexes.map((hex, i): LookSwatch => ({
      id: newId(),
      name: `Colour ${against.length + i + 1}`,
      hex,
      paintId: null,
      onPurpose: "",
    }));
    if (items.length > 0) void run("list.add", { list: "scene.swatches", items });
  };
  return (
    <Section title="Colours of the real thing">
      <div className="flex flex-wrap gap-2">
        <SwatchPhoto room={LIMITS.swatches - against.length} onColours={add} />
        <button className="btn" disabled={against.length >= LIMITS.swatches} onClick={() => add(["#808080"])}>
          Add a colour by hand
        </button>
      </div>
      {against.length === 0 && (
        <p className="mt-2 text-soft">
          Pick up to five colours from a photograph with a white sheet in it: the wall in the sun, the shade, the roof, the ground. Each is
          put beside what the plan lays, before anything is painted.
        </p>
      )}
      <ul className="mt-2">
        {against.map((a) => (
          <Row key={a.swatch.id} against={a} planned={planned} />
        ))}
      </ul>
    </Section>
  );
}

function Row({ against: { swatch, planned: stands, deltaE00, words }, planned }: { against: Against; planned: readonly Planned[] }) {
  const { run } = useActions();
  const set = (change: Partial<LookSwatch>) => run("list.set", { list: "scene.swatches", key: swatch.id, change });
  const off = stands !== null && deltaE00 > 10 && !swatch.onPurpose;
  return (
    <li className="border-b border-rule py-2">
      <div className="grid grid-cols-[auto_auto_1fr] items-center gap-2 tab:grid-cols-[auto_auto_1fr_1fr_auto]">
        <span className="flex shrink-0 border border-ink" aria-hidden="true">
          <span className="h-11 w-11" style={{ background: swatch.hex }} />
          <span className="h-11 w-11" style={{ background: stands?.hex }} />
        </span>
        <input
          type="color"
          className="field h-11 w-14 p-1"
          aria-label={`Colour of ${swatch.name}`}
          defaultValue={swatch.hex}
          key={swatch.hex}
          onBlur={(e) => e.target.value !== swatch.hex && void set({ hex: e.target.value })}
        />
        <ParsedField
          className="min-w-0"
          hideLabel
          label={`What ${swatch.name} is`}
          text={swatch.name}
          parse={parseName}
          onCommit={(name) => set({ name })}
        />
        <Choice
          className="min-w-0 max-tab:col-span-2"
          hideLabel
          label={`What stands for ${swatch.name}`}
          value={planned.some((p) => p.paintId === swatch.paintId && p.paintId !== null) ? swatch.paintId! : ""}
          options={[
            { value: "", label: stands && !swatch.paintId ? `nearest: ${stands.name}` : "the nearest of the plan" },
            ...planned.flatMap((p) => (p.paintId === null ? [] : [{ value: p.paintId, label: p.name }])),
          ]}
          onChange={(id) => void set({ paintId: id || null })}
        />
        <IconButton label={`Remove ${swatch.name}`} onClick={() => void run("list.drop", { list: "scene.swatches", keys: [swatch.id] })}>
          <X size={18} />
        </IconButton>
      </div>
      <p className={`mt-1 ${off ? "note-act" : ""}`}>
        {off && "▲ "}
        {stands ? `${stands.name} on ${stands.parts.map((p) => p.name).join(", ")}: ${words}` : words}.
      </p>
      <ParsedField
        className="mt-1 w-full max-w-md"
        label="Otherwise on purpose"
        draftKey={`purpose ${swatch.id}`}
        text={swatch.onPurpose}
        placeholder="lighter: the piece is small, and seen in a room"
        parse={parseText(LIMITS.title)}
        onCommit={(onPurpose) => set({ onPurpose })}
      />
    </li>
  );
}
