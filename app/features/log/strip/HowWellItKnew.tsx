/** How well figures were known: by the tables, and as learned. */
import { useMemo } from "react";
import { knewOf } from "~core/look";
import { Section } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";

export function HowWellItKnew() {
  const project = useProject();
  const knew = useMemo(() => knewOf(project), [project]);
  return (
    <Section title="How well it knew">
      <ul className="grid gap-x-8 gap-y-2 tab:grid-cols-2 desk:grid-cols-6">
        {knew.map((k) => (
          <li key={k.what}>
            <span className="block font-semibold">{k.what}</span>
            <KnewBar then={k.then?.factor ?? null} now={k.now?.factor ?? null} />
            <span className="block text-sm text-soft">{k.words}</span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-soft">
        Half of what was timed lay within the black part, as planned with what was learned before; the outlined part is what the tables
        alone would have said. Judged by the later half of the entries.
      </p>
    </Section>
  );
}

/** From a third to three times, in the logarithm. */
const SPAN = Math.log(3);
const WIDE = 140;

function KnewBar({ then, now }: { then: number | null; now: number | null }) {
  const half = (factor: number): number => (Math.min(SPAN, Math.log(Math.max(1, factor))) / SPAN) * (WIDE / 2 - 2);
  return (
    <svg width={WIDE} height="16" aria-hidden="true" className="my-0.5">
      <rect x="1" y="4" width={WIDE - 2} height="8" fill="none" stroke="var(--rule)" />
      {then !== null && <rect x={WIDE / 2 - half(then)} y="3" width={2 * half(then)} height="10" fill="var(--board)" stroke="var(--ink)" />}
      {now !== null && <rect x={WIDE / 2 - half(now)} y="4.5" width={Math.max(2, 2 * half(now))} height="7" fill="var(--ink)" />}
      <path d={`M${WIDE / 2} 0v16`} stroke="var(--soft)" />
    </svg>
  );
}
