/** A face of one pressed, a face of the other: the first is put there. */
import { lazy, Suspense, useState } from "react";
import { placingByFaces, type Placing, type PressedFace } from "~core/joint";
import type { Part } from "~core/project";
import { sayProblem } from "~app/ui/sayProblem";
import type { Picked } from "~app/shared/turntable/turntableScene";

const Turntable = lazy(() => import("~app/shared/turntable/Turntable"));

const faceOf = ({ pressed, normal }: Picked): PressedFace => ({ at: pressed, normal });

export function ByFaces({ a, b, turnDeg, take }: { a: Part; b: Part; turnDeg: number; take: (place: Placing) => void }) {
  const [first, setFirst] = useState<PressedFace | null>(null);
  const [second, setSecond] = useState<PressedFace | null>(null);
  const meet = (one: PressedFace | null, other: PressedFace | null): void => {
    if (!one || !other) return;
    const place = placingByFaces(one, other, turnDeg, b.factor);
    if (place.ok) take(place.value);
    else sayProblem(place.problem);
  };
  return (
    <details className="mt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Put face to face</summary>
      <p className="max-w-prose">
        Press a face of {a.name}, then a face of {b.name}: they meet there. {a.name} is turned about the vertical alone; move it on with the
        arrows or the fields.
      </p>
      <div className="mt-2 grid gap-4 desk:grid-cols-2">
        <Suspense fallback={<p className="text-soft">Loading the 3D view…</p>}>
          {(
            [
              [a, first, (f: PressedFace) => (setFirst(f), meet(f, second))],
              [b, second, (f: PressedFace) => (setSecond(f), meet(first, f))],
            ] as const
          ).map(([part, face, press], k) => (
            <div key={`${part.id} ${k}`}>
              <p className="font-semibold">
                {part.name}: {face ? "a face is pressed" : "press a face"}
              </p>
              <Turntable of={part} className="h-[220px]" onPick={(p) => press(faceOf(p))} marks={face ? [[...face.at]] : []} />
            </div>
          ))}
        </Suspense>
      </div>
    </details>
  );
}
