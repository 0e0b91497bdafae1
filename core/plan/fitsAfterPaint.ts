/** What has to move, or to come apart, after paint: the room that is left at each meeting, and the chance that all its copies go. */
import { fitLesson, fitOf, nominalFor, partsOfJoint, type Fit, type FitAsked, type FitLesson, type Joint, type JointHow } from "../joint";
import { countOf, printerAtHand, type Part, type Project } from "../project";
import { filmOfPart } from "./stack";

/** Room a side that a joint needs to go at all, mm; null for what is pressed together and stays. Common practice, no source. */
const NEED_MM: Readonly<Record<JointHow, number | null>> = {
  glued: null,
  pinned: null,
  slides: 0.05,
  turns: 0.05,
  clipped: 0.03,
  loose: 0.03,
  never: 0.03,
};
/** A chance that is good enough. */
export const GOOD_CHANCE = 0.9;

export interface FitAfterPaint {
  joint: Joint;
  a: Part;
  b: Part;
  asked: FitAsked;
  /** Painted all over, and with both faces masked. */
  painted: Fit;
  masked: Fit;
  /** Room a side as drawn that would do with its paint, mm. */
  wantedMm: number;
  /** Dry fits that the bias rests on. */
  fits: number;
}

/** The joints of a scene that move or come apart, those that are least sure first. */
export function fitsAfterPaint(project: Project): FitAfterPaint[] {
  const { parts, scene } = project;
  const partOf = new Map(parts.map((p) => [p.id, p]));
  const printerOf = new Map(parts.map((p) => [p.id, p.source.kind === "scratch" ? undefined : printerAtHand(p, scene)?.id]));
  const lessons = new Map<string | undefined, FitLesson>();
  const lessonOf = (printerId: string | undefined): FitLesson => {
    const known = lessons.get(printerId);
    if (known) return known;
    const own = scene.joints.filter((j) => partsOfJoint(j).some((id) => printerId !== undefined && printerOf.get(id) === printerId));
    const lesson = fitLesson(own.flatMap((m) => m.fits));
    lessons.set(printerId, lesson);
    return lesson;
  };
  return scene.joints
    .flatMap((joint): FitAfterPaint[] => {
      const [a, b] = [partOf.get(joint.a), joint.b.kind === "part" ? partOf.get(joint.b.partId) : undefined];
      const needMm = NEED_MM[joint.how];
      if (!a || !b || needMm === null) return [];
      const lesson = lessonOf(printerOf.get(a.id) ?? printerOf.get(b.id));
      const films = joint.paint === "before" ? [filmOfPart(a, project), filmOfPart(b, project)] : [];
      const asked: FitAsked = {
        // A seam is as wide as both of its sides together.
        nominalMm: joint.widthMm / 2,
        biasMm: lesson.biasMm,
        biasSpreadMm: lesson.biasSpreadMm,
        spreadMm: lesson.spreadMm,
        filmsMm: films,
        needMm,
        count: Math.max(1, countOf(joint, parts)),
      };
      return [
        {
          joint,
          a,
          b,
          asked,
          painted: fitOf(asked),
          masked: fitOf({ ...asked, filmsMm: [] }),
          wantedMm: nominalFor(asked, GOOD_CHANCE),
          fits: lesson.fits,
        },
      ];
    })
    .sort((x, y) => x.painted.chanceAll - y.painted.chanceAll);
}
