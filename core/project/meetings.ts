/** Parts that meet: what they are called, what they are made of, and the joints that a part was cut at. */
import type { Meeting, SeamCase } from "../joint";
import { materialOf } from "./part";
import type { Part, Project } from "./types";

type Around = Pick<Project, "scene"> & { parts?: readonly Part[] };

/** What two parts are before anything else is said of how they meet. */
export const newMeeting = (id: string, a: string, b: string): Meeting => ({
  id,
  a,
  b,
  how: "glued",
  paint: "after",
  lengthMm: 50,
  widthMm: 0.2,
  sight: "seen",
  textured: false,
  fits: [],
});

/** The seam as fillers look at it; a part that is gone or not read yet is taken for a filament print. */
export function seamOf(m: Meeting, { scene, parts = [] }: Around): SeamCase {
  const material = (id: string): SeamCase["a"] => {
    const part = parts.find((p) => p.id === id);
    return part ? materialOf(part, scene) : "filament print";
  };
  return { ...m, a: material(m.a), b: material(m.b) };
}

/** "Mill house and Quay". */
export const meetingWords = (m: Meeting, { parts = [], unread = [] }: Partial<Pick<Project, "parts" | "unread">>): string =>
  [m.a, m.b].map((id) => [...parts, ...unread].find((p) => p.id === id)?.name ?? "a part").join(" and ");

/** Joints that a part was cut at, as meetings: each pair once, and none that was said already. */
export function cutMeetings({ scene, parts }: Pick<Project, "scene" | "parts">): Meeting[] {
  const pair = (a: string, b: string): string => [a, b].sort().join(" ");
  const said = new Set(scene.meetings.map((m) => pair(m.a, m.b)));
  const there = new Set(parts.map((p) => p.id));
  const out = new Map<string, Meeting>();
  for (const part of parts)
    for (const joint of part.joints) {
      const key = pair(part.id, joint.partId);
      if (said.has(key) || out.has(key) || !there.has(joint.partId)) continue;
      out.set(key, { ...newMeeting(`cut-${joint.id}`, part.id, joint.partId), lengthMm: joint.seamMm });
    }
  return [...out.values()];
}
