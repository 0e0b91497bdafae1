/** In how many looks the copies of a part come out, and which copies take which accent. */
import { copyLooks, FINISH_ORDER, placeWords, stepsUpTo, type Recipe } from "~core/recipe";
import { choicesOf, type Part } from "~core/project";
import { useProject } from "~app/shared/scene";

/** Fewer copies than this are told apart by hand anyway. */
const MANY = 6;

export function CopiesDiffer({ recipe, part }: { recipe: Recipe; part: Part }) {
  const { scene } = useProject();
  if (part.copies < 2) return null;
  const looks = copyLooks(stepsUpTo(recipe, choicesOf(part, scene).finish), part.copies);
  if (looks.length === 1) {
    const later = copyLooks(stepsUpTo(recipe, FINISH_ORDER[2]), part.copies).length > 1;
    return part.copies >= MANY ? (
      <p className="mt-2 text-sm text-soft">
        All {part.copies} come out alike{later ? " at this finish" : ""}: let a step lie on every third copy, and they differ on purpose.
      </p>
    ) : null;
  }
  return (
    <details className="mt-2">
      <summary className="flex min-h-[44px] cursor-pointer items-center">
        {part.copies} copies of {part.name} come out in {looks.length} looks
      </summary>
      <ul>
        {looks.map((l) => (
          <li key={l.copies[0]}>
            <span className="font-semibold">{l.copies.join(", ")}</span>:{" "}
            {l.accents.length === 0 ? "without accents" : l.accents.map((s) => `${s.wants.name}, ${placeWords(s)}`).join("; ")}
          </li>
        ))}
      </ul>
    </details>
  );
}
