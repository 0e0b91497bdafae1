/** What is known of a part beyond its mesh: where its pieces are, copies that differ, group, licence, photos, versions, standards. */
import { alikeParts, PART_FIELDS, type PartField } from "~core/project";
import type { Blocks } from "~core/stations";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { ParsedField } from "~app/ui/field";
import { PartLeaves } from "../PartLeaves";
import { Differs } from "./Differs";
import { Measures } from "./Measures";
import { FieldInput } from "~app/shared/FieldInput";
import { costText, parseCostIn } from "~app/shared/cost";
import { parseTags } from "./parsing";
import { Photos } from "./Photos";
import { Tracker } from "./Tracker";
import { Variations } from "./Variations";
import { Versions } from "./Versions";
import { usePart } from "~app/shared/part";

export default function RecordPage() {
  const part = usePart();
  const project = useProject();
  const { currency } = project.habits;
  const { scene, parts } = project;
  const { run } = useActions();
  const set = (change: Partial<Blocks["part"]>) => run("field.set", { of: "part", id: part.id, change });
  const alike = (alikeParts(parts).get(part.id) ?? []).map((id) => parts.find((p) => p.id === id)!.name);
  return (
    <Page
      title={part.name}
      sub={[part.group, ...part.tags].filter(Boolean).join(" · ") || "no group or tags yet"}
      cells={[
        { label: "scene", value: scene.name },
        { label: "copies", value: String(part.copies) },
        { label: "versions", value: String(part.versions.length + 1) },
      ]}
    >
      <PartLeaves part={part} />
      <Section title="Where the pieces are">
        <Tracker part={part} />
        {(alike.length > 0 || part.placedByMap) && (
          <p className="mt-2">
            {alike.length > 0 && (
              <span className="note-act">▲ Easily confused with {alike.join(" and ")}: mark both and put them on a placement map. </span>
            )}
            {part.placedByMap && <span>On the placement map: it has a fixed place or orientation.</span>}
          </p>
        )}
      </Section>
      <Section title="Variants">
        <Variations part={part} />
      </Section>
      <div className="grid gap-x-10 desk:grid-cols-2">
        <Section title="Facts and photos">
          <div className="grid gap-3 tab:grid-cols-2">
            {(Object.keys(PART_FIELDS) as PartField[]).map((key) => (
              <FieldInput
                key={key}
                name={`${part.id} ${key}`}
                field={PART_FIELDS[key]}
                value={part[key]}
                onChange={(value) => set({ [key]: value })}
              />
            ))}
            <ParsedField
              label="Tags, separated by commas"
              text={part.tags.join(", ")}
              placeholder="wood, wet"
              parse={parseTags}
              onCommit={(tags, _, over) => {
                const before = parseTags(over);
                const were = before.ok ? before.value : [];
                return run("parts.set", {
                  partIds: [part.id],
                  addTags: tags.filter((t) => !were.includes(t)),
                  dropTags: were.filter((t) => !tags.includes(t)),
                });
              }}
            />
            <ParsedField
              label="Cost of the file"
              text={costText(part.fileCost)}
              placeholder={`4.50 ${currency}`}
              parse={parseCostIn(currency)}
              onCommit={(fileCost) => set({ fileCost })}
            />
          </div>
          <Photos part={part} />
        </Section>
        <Section title="Settings that differ from the scene">
          <Differs part={part} />
          <Measures part={part} />
        </Section>
      </div>
      <Section title="Versions">
        <Versions part={part} />
      </Section>
    </Page>
  );
}
