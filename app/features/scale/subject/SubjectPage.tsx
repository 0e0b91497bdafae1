import { describeScale } from "~core/scale";
import { FIDELITIES, FINISHES, HANDLINGS } from "~core/subject";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { ScaleLeaves } from "../ScaleLeaves";
import { Choice } from "~app/ui/field";
import { DimensionSheet } from "./DimensionSheet";
import { Homes } from "./Homes";
import { HouseForm } from "~app/shared/HouseForm";

export default function SubjectPage() {
  const project = useProject();
  const { scene, parts } = project;
  const { run } = useActions();
  const differing = parts.filter((p) => Object.keys(p.differs).length > 0);
  const options = (list: readonly { id: string; label: string }[]) => list.map((c) => ({ value: c.id, label: c.label }));
  const means = (list: readonly { id: string; means: string }[], id: string): string => list.find((c) => c.id === id)!.means;
  return (
    <Page
      title="Subject"
      sub={`${FIDELITIES.find((f) => f.id === scene.fidelity)!.label}; ${HANDLINGS.find((h) => h.id === scene.handling)!.label}; ${FINISHES.find((f) => f.id === scene.finish)!.label}`}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: describeScale(scene.scale) },
        { label: "differ", value: `${differing.length} part${differing.length === 1 ? "" : "s"}` },
      ]}
    >
      <ScaleLeaves />
      <div className="mt-3 grid gap-4 tab:grid-cols-3">
        <div>
          <Choice
            label="It is"
            value={scene.fidelity}
            onChange={(fidelity) => run("field.set", { of: "scene", change: { fidelity: fidelity as typeof scene.fidelity } })}
            options={options(FIDELITIES)}
          />
          <p className="mt-1 text-soft">{means(FIDELITIES, scene.fidelity)}</p>
        </div>
        <div>
          <Choice
            label="Use"
            value={scene.handling}
            onChange={(handling) => run("field.set", { of: "scene", change: { handling: handling as typeof scene.handling } })}
            options={options(HANDLINGS)}
          />
          <p className="mt-1 text-soft">{means(HANDLINGS, scene.handling)}</p>
        </div>
        <div>
          <Choice
            label="Finished"
            value={scene.finish}
            onChange={(finish) => run("field.set", { of: "scene", change: { finish: finish as typeof scene.finish } })}
            options={options(FINISHES)}
          />
          <p className="mt-1 text-soft">{means(FINISHES, scene.finish)}</p>
        </div>
      </div>
      {differing.length > 0 && (
        <p className="mt-2">Different here: {differing.map((p) => `${p.name} (${Object.values(p.differs).join(", ")})`).join("; ")}.</p>
      )}
      <Section title="Dimension sheet of the real thing">
        <DimensionSheet />
      </Section>
      <div className="grid gap-x-10 desk:grid-cols-2">
        <Section title="House standards">
          <HouseForm />
        </Section>
        <Section title="Where it will live and what it must fit through">
          <Homes />
        </Section>
      </div>
    </Page>
  );
}
