/** Picking many pieces at once, and recipes that lie on none. */
import { X } from "lucide-react";
import type { Scheme } from "~core/plan";
import { saidMaterials, type Part, type Project } from "~core/project";
import { realMaterial } from "~core/subject";
import { useActions } from "~app/shared/scene";
import { Choice } from "~app/ui/field";
import { Fold } from "~app/ui/fold";
import { IconButton } from "~app/ui/iconButton";

/** Picks many at once: a group, a tag, a real material, or all that have no paint yet. */
export function PickBy({ project, scheme, onPick }: { project: Project; scheme: Scheme; onPick: (ids: string[]) => void }) {
  const { parts } = project;
  const idsOf = (is: (p: Part) => boolean): string[] => parts.filter(is).map((p) => p.id);
  const groups = [...new Set(parts.flatMap((p) => p.group || []))];
  const tags = [...new Set(parts.flatMap((p) => p.tags))];
  const materials = [...new Set(parts.flatMap(saidMaterials))];
  const ways = new Map<string, { label: string; ids: string[] }>([
    ...groups.map((g) => [`group ${g}`, { label: `group: ${g}`, ids: idsOf((p) => p.group === g) }] as const),
    ...tags.map((t) => [`tag ${t}`, { label: `tag: ${t}`, ids: idsOf((p) => p.tags.includes(t)) }] as const),
    ...materials.map(
      (m) =>
        [
          `material ${m}`,
          { label: `real material: ${realMaterial(m)?.name ?? m}`, ids: idsOf((p) => saidMaterials(p).includes(m)) },
        ] as const,
    ),
    ["none", { label: "all without paint", ids: scheme.none.map((p) => p.id) }],
    ["all", { label: "every part", ids: idsOf(() => true) }],
  ]);
  return (
    <Choice
      className="w-56"
      label="Pick many"
      hideLabel
      value=""
      onChange={(way: string) => onPick(ways.get(way)?.ids ?? [])}
      options={[
        { value: "", label: "pick a group, a tag …" },
        ...[...ways].map(([value, { label, ids }]) => ({ value, label: `${label} (${ids.length})` })),
      ]}
    />
  );
}

/** Recipes of the list that lie on no piece of this scene. */
export function OnNoPiece({ project, scheme }: { project: Project; scheme: Scheme }) {
  const { run } = useActions();
  const used = new Set(scheme.rows.map((r) => r.recipe.id));
  const idle = project.scene.recipes.filter((r) => !used.has(r.id));
  if (idle.length === 0) return null;
  return (
    <Fold label={`${idle.length} ${idle.length === 1 ? "recipe" : "recipes"} of your list on no piece of this scene`}>
      <ul className="flex flex-wrap gap-x-5">
        {idle.map((r) => (
          <li key={r.id} className="flex items-center">
            {r.name}
            <IconButton label={`Remove ${r.name} from the list`} onClick={() => void run("list.drop", { list: "recipes", keys: [r.id] })}>
              <X size={18} />
            </IconButton>
          </li>
        ))}
      </ul>
    </Fold>
  );
}
