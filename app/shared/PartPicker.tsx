/** The part at hand of a station: kept in the address, changed with a select or the bracket keys. */
import { useSearchParams } from "react-router";
import type { Part, Project } from "~core/project";
import { Choice } from "~app/ui/field";
import { useKey } from "~app/ui/keys";

/** The part named in the address, or the first of `among`. */
export function usePartAtHand(
  project: Project,
  among: readonly Part[] = project.parts,
): { part: Part | undefined; choose: (id: string) => void } {
  const [search, setSearch] = useSearchParams();
  const part = among.find((p) => p.id === search.get("part")) ?? among[0];
  const choose = (id: string): void => setSearch({ part: id }, { replace: true, preventScrollReset: true });
  const step = (by: number): void => {
    const i = part ? among.indexOf(part) : -1;
    if (i >= 0) choose(among[(i + by + among.length) % among.length].id);
  };
  useKey("]", "Next part", "This station", () => step(1), among.length > 1);
  useKey("[", "Part before", "This station", () => step(-1), among.length > 1);
  return { part, choose };
}

export function PartPicker({ part, among, choose }: { part: Part; among: readonly Part[]; choose: (id: string) => void }) {
  return (
    <Choice
      label="Current part"
      hideLabel
      className="w-56"
      value={part.id}
      onChange={choose}
      options={among.map((p) => ({ value: p.id, label: p.name }))}
    />
  );
}
