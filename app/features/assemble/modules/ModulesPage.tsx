/** What is clipped and what travels: joints and open sides of modules, clips and spares, and the list of what is packed. */
import { format } from "date-fns";
import { adaptorsOf, HOLDS, isOfCopies, JOINT_HOW, jointsOfPattern, partsOfJoint, PATTERNS, spareClips, type Joint } from "~core/joint";
import { assembleSheets } from "~core/look";
import { goodCount } from "~core/plan";
import { countOf, houseFindings, jointWords, namesIn, partSizeMm, unitsOfScene, type Part, type Project } from "~core/project";
import { HOUSE_TOLERANCE } from "~core/subject";
import { formatMm } from "~core/units";
import { download, fileName } from "~app/shared/files/download";
import { Page, Section } from "~app/shared/Page";
import { paperOf } from "~app/shared/paper";
import { useNow, useProject } from "~app/shared/scene";
import { Link } from "react-router";
import { Sideways } from "~app/ui/sideways";
import { AssembleLeaves } from "../AssembleLeaves";

/** What travels by itself: everything that is not glued to what travels anyway. */
function packed(project: Project): { head: Part; with: Part[] }[] {
  const { parts, scene } = project;
  const units = unitsOfScene(project);
  const carried = new Set(
    scene.joints.flatMap((j) => (HOLDS[j.how] === "glue" && !isOfCopies(j) && j.b.kind === "part" && !j.count ? [j.a] : [])),
  );
  return parts
    .filter((p) => !carried.has(p.id))
    .map((head) => ({
      head,
      with: parts.filter(
        (p) =>
          carried.has(p.id) &&
          (units.some((u) => u.includes(p.id) && u.includes(head.id)) ||
            scene.joints.some((j) => HOLDS[j.how] === "glue" && j.a === p.id && j.b.kind === "part" && j.b.partId === head.id)),
      ),
    }));
}

const sizeWords = (p: Part): string =>
  partSizeMm(p)
    .map((v) => Math.round(v))
    .join(" × ");

export default function ModulesPage() {
  const project = useProject();
  const now = useNow();
  const { scene, parts, habits } = project;
  const clipped = scene.joints.filter((j) => j.how === "clipped" || isOfCopies(j));
  const list = packed(project);
  const paper = async (): Promise<void> => {
    const lines = [
      ...list.map(({ head, with: others }) => ({
        text: `${head.copies} × ${head.name}, ${sizeWords(head)} mm${others.length > 0 ? `, with ${others.map((p) => p.name).join(", ")}` : ""}`,
        tick: true,
      })),
      { text: "Before it is packed: turn each piece over and shake it. What rattles is glued again.", tick: false, head: true as const },
    ];
    const head = { title: `${scene.name}: packing list`, foot: format(now, "d MMM yyyy"), paper: paperOf(habits.paper) };
    const { drawingsToPdf } = await import("~app/shared/files/drawingPdf");
    download(
      fileName(`${scene.name} packing list`, "pdf"),
      await drawingsToPdf(assembleSheets(head, lines), head.title),
      "application/pdf",
    );
  };
  return (
    <Page
      title="Modules and packing"
      cells={[
        { label: "clipped joints", value: clipped.reduce((n, j) => n + countOf(j, parts), 0) },
        { label: "pieces to pack", value: list.reduce((n, { head }) => n + head.copies, 0) },
      ]}
    >
      <AssembleLeaves />
      <Section title="Clipped joints">
        {clipped.length === 0 ? (
          <p className="max-w-prose text-soft">
            No clipped joints yet. Wall modules and floor tiles have them: add a joint between copies at Together, and joints, open sides
            and clips are counted here.
          </p>
        ) : (
          <Sideways label="Clipped joints">
            <table className="plain">
              <thead>
                <tr>
                  <th>Joint</th>
                  <th>How</th>
                  <th className="text-right">Joints</th>
                  <th className="text-right">Open sides</th>
                  <th>Clips</th>
                </tr>
              </thead>
              <tbody>
                {clipped.map((j) => (
                  <Clipped key={j.id} joint={j} />
                ))}
              </tbody>
            </table>
          </Sideways>
        )}
        <p className="mt-2 max-w-prose text-sm text-soft">
          Clips are printed last, once everything is painted: a heavy coat makes them too tight. One spare in ten, one at least: common
          practice, no source. Paint stays off the sides of modules.
        </p>
        <p className="mt-2 flex flex-wrap items-center gap-3">
          A gauge of holes in steps tells how much room a clip needs on your printer: the clearance comb.
          <Link className="btn" to={`/s/${scene.id}/print/all/coupons`}>
            Print the clip gauge
          </Link>
        </p>
      </Section>
      <Standards joints={clipped} />
      <Section
        title="Packing list"
        aside={
          <button className="btn" disabled={list.length === 0} onClick={() => void paper()}>
            On paper
          </button>
        }
      >
        <ul>
          {list.map(({ head, with: others }) => (
            <li key={head.id} className="flex flex-wrap justify-between gap-x-4 border-b border-rule py-1">
              <span>
                <span className="font-semibold">
                  {head.copies} × {head.name}
                </span>
                {others.length > 0 && <span className="text-soft"> with {others.map((p) => p.name).join(", ")}</span>}
              </span>
              <span className="text-soft">{sizeWords(head)} mm</span>
            </li>
          ))}
        </ul>
        <p className="mt-2 max-w-prose text-soft">Before it is packed: turn each piece over and shake it. What rattles is glued again.</p>
      </Section>
    </Page>
  );
}

function Clipped({ joint: j }: { joint: Joint }) {
  const project = useProject();
  const { parts, records } = project;
  const n = countOf(j, parts);
  const copies = parts.find((p) => p.id === j.a)?.copies ?? 0;
  const pattern = isOfCopies(j) ? jointsOfPattern(j.pattern, copies, j.across) : undefined;
  // The smaller of two that are clipped is the clip.
  const volume = (p: Part): number => partSizeMm(p).reduce((a, b) => a * b, 1);
  const sides = [j.a, j.b.kind === "part" ? j.b.partId : ""].flatMap((id) => parts.find((p) => p.id === id) ?? []);
  const clip = !isOfCopies(j) && sides.length === 2 ? sides.reduce((x, y) => (volume(y) < volume(x) ? y : x)) : undefined;
  const used = clip ? Math.max(1, Math.ceil(n / 2)) : 0;
  const wanted = used + spareClips(used);
  const good = clip ? goodCount(clip, records) : 0;
  return (
    <tr>
      <td className="font-semibold">{jointWords(j, namesIn(project))}</td>
      <td>
        {JOINT_HOW[j.how]}
        {isOfCopies(j) ? `, ${PATTERNS[j.pattern]}` : ""}
      </td>
      <td className="text-right">{n}</td>
      <td className="text-right">{pattern ? pattern.open : ""}</td>
      <td>
        {clip &&
          (clip.copies < wanted ? (
            <span className="note-act">
              ▲ {used} in use and {wanted - used} spare: {wanted}, and {clip.copies} are planned
            </span>
          ) : (
            `${used} in use, each in two slots, and ${clip.copies - used} spare; ${good} printed, room ${formatMm(j.widthMm / 2)} a side`
          ))}
      </td>
    </tr>
  );
}

/** Modules against the house standards, and adaptors where two kinds of slot meet. */
function Standards({ joints }: { joints: readonly Joint[] }) {
  const { scene, parts } = useProject();
  const ids = new Set(joints.flatMap(partsOfJoint));
  const modules = parts.filter((p) => ids.has(p.id));
  const slotOf = (id: string): number | null => {
    const part = parts.find((p) => p.id === id);
    return part?.measures.clipSlotMm ? part.measures.clipSlotMm * part.factor : null;
  };
  const adaptors = adaptorsOf(joints, slotOf, (j) => countOf(j, parts), HOUSE_TOLERANCE.clipSlotMm);
  const held = modules.flatMap((p) => {
    const found = houseFindings(p, scene).filter((f) => f.what === "grid" || f.what === "clip");
    return found.length > 0 ? [{ part: p, found }] : [];
  });
  if (modules.length === 0) return null;
  const nameOf = namesIn({ parts });
  return (
    <Section title="Grid, clips and adaptors">
      {held.length === 0 && (
        <p className="max-w-prose text-soft">
          No module has been held to a grid or a clip yet: say both at Scale, house standards, and the width of a slot on the part’s own
          record.
        </p>
      )}
      <ul>
        {held.map(({ part, found }) => (
          <li key={part.id} className="border-b border-rule py-1">
            <span className="font-semibold">{part.name}:</span>{" "}
            {found.map((f, i) => (
              <span key={f.message} className={f.fits ? "text-soft" : "note-act"}>
                {i > 0 && "; "}
                {!f.fits && "▲ "}
                {f.message}
              </span>
            ))}
          </li>
        ))}
      </ul>
      {adaptors.map(({ joint, slotsMm: [a, b], used, spare }) => (
        <p key={joint.id} className="mt-2">
          {jointWords(joint, nameOf)}: slots of {formatMm(Math.round(a * 100) / 100)} and {formatMm(Math.round(b * 100) / 100)} take
          different clips. {used} adaptor{used === 1 ? "" : "s"} and {spare} spare.
        </p>
      ))}
      {held.length > 0 && adaptors.length === 0 && <p className="mt-2 text-soft">No adaptors: no clipped joint has two kinds of slot.</p>}
    </Section>
  );
}
