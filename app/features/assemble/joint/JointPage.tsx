/** One joint under the lens: whether it still goes together after paint, or its glue; its dry fits, and what is said of it. */
import { useMemo, useState } from "react";
import { X } from "lucide-react";
import { HOLDS, JOINT_HOW, nominalFor, roundPercent } from "~core/joint";
import { fitsAfterPaint, GOOD_CHANCE, type FitAfterPaint } from "~core/plan";
import { jointWords, LIMITS, namesIn } from "~core/project";
import { formatMm, readAsMm, type Reasons } from "~core/units";
import { DryFits } from "~app/shared/joint/DryFits";
import { JointFields } from "~app/shared/joint/JointFields";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";
import { Key, useKey } from "~app/ui/keys";
import { Why } from "~app/ui/why";
import { AssembleLeaves } from "../AssembleLeaves";
import { useJointAtHand } from "../jointAtHand";
import { GlueChoice } from "./GlueChoice";
import { Lens } from "./Lens";
import { Placed } from "./Placed";

const percent = (chance: number): string => (chance > 0.995 ? "over 99 %" : chance < 0.005 ? "under 1 %" : `${Math.round(chance * 100)} %`);

export default function JointPage() {
  const project = useProject();
  const { joints } = project.scene;
  const { run } = useActions();
  const { joint, choose } = useJointAtHand(joints);
  const fits = useMemo(() => fitsAfterPaint(project), [project]);
  const fit = fits.find((f) => f.joint.id === joint?.id);
  const nameOf = namesIn(project);
  const [a, b] = [joint?.a, joint?.b.kind === "part" ? joint.b.partId : undefined].map((id) => project.parts.find((p) => p.id === id));
  const doubtful = fits.filter((f) => f.painted.chanceAll < GOOD_CHANCE).length;
  return (
    <Page
      title={joint ? jointWords(joint, nameOf) : "Joint"}
      sub={
        joint && (
          <Choice
            label="Current joint"
            hideLabel
            className="w-72"
            value={joint.id}
            onChange={choose}
            options={joints.map((j) => ({ value: j.id, label: jointWords(j, nameOf) }))}
          />
        )
      }
      cells={[
        { label: "joints", value: joints.length },
        { label: "in doubt", value: doubtful > 0 ? <span className="note-act">▲ {doubtful}</span> : "none" },
      ]}
    >
      <AssembleLeaves />
      {joint === undefined ? (
        <p className="mt-6 max-w-prose text-soft">
          No joints yet. Add them at Together. This page then shows which glue suits a joint, and whether moving parts still fit once they
          are painted.
        </p>
      ) : (
        <>
          {fit && <AfterPaint key={joint.id} fit={fit} />}
          {HOLDS[joint.how] === "glue" && <GlueChoice joint={joint} />}
          {a?.source.kind === "mesh" && b?.source.kind === "mesh" && a !== b && (
            <Placed key={`${joint.id} place`} joint={joint} a={a} b={b} />
          )}
          <Section
            title="Details"
            aside={
              <IconButton label={`Remove: ${jointWords(joint, nameOf)}`} onClick={() => void run("joint.drop", { jointId: joint.id })}>
                <X size={18} />
              </IconButton>
            }
          >
            <JointFields joint={joint} />
            <DryFits joint={joint} />
          </Section>
        </>
      )}
    </Page>
  );
}

/** Whether it still goes once it is painted, and what would help. */
function AfterPaint({ fit }: { fit: FitAfterPaint }) {
  const [masked, setMasked] = useState(false);
  useKey("m", "Mask the faces", "Assemble", () => setMasked((m) => !m));
  const { painted, masked: bare, asked, joint, a } = fit;
  const now = masked ? bare : painted;
  const good = now.chanceAll >= GOOD_CHANCE;
  return (
    <>
      <p className={`mt-3 max-w-prose text-lg ${good ? "font-semibold" : "note-act"}`} aria-live="polite" data-testid="fit-verdict">
        {good ? "" : "▲ "}
        {a.name} in {fit.b.name}, {JOINT_HOW[joint.how]}: {asked.count > 1 ? `all ${asked.count} will go` : "it will go"} with a chance of{" "}
        {percent(now.chanceAll)}
        {masked ? ", its faces masked" : ""}. <Why of={`the chance of ${a.name} in ${fit.b.name}`} reasons={reasonsOf(fit)} />
      </p>
      <Lens fit={fit} masked={masked} />
      <ul className="mt-2 max-w-[60rem]">
        <Way
          words="Paint both faces"
          detail={films(asked.filmsMm)}
          chance={painted.chanceAll}
          pressed={!masked}
          onPress={() => setMasked(false)}
        />
        <Way
          words="Mask the faces that meet"
          detail="tape or a plug before the first coat, so the faces stay bare"
          chance={bare.chanceAll}
          pressed={masked}
          onPress={() => setMasked(true)}
          keyName="m"
        />
        <Scaled fit={fit} masked={masked} />
      </ul>
    </>
  );
}

const films = (mm: readonly number[]): string =>
  mm.length > 0 ? `films of ${mm.map(formatMm).join(" and ")}, as planned` : "no film: painted once it is together";

function Way({
  words,
  detail,
  chance,
  pressed,
  onPress,
  keyName,
}: {
  words: string;
  detail: string;
  chance: number;
  pressed: boolean;
  onPress: () => void;
  keyName?: string;
}) {
  return (
    <li>
      <button
        className={`grid min-h-[48px] w-full grid-cols-[1fr_auto] items-center gap-3 border px-3 py-1 text-left hover:bg-board ${pressed ? "border-[1.5px] border-ink" : "border-transparent border-b-rule"}`}
        aria-pressed={pressed}
        onClick={onPress}
      >
        <span>
          <span className="block font-semibold">
            {words} {keyName && <Key k={keyName} />}
          </span>
          <span className="text-soft">{detail}</span>
        </span>
        <span className={chance >= GOOD_CHANCE ? "font-semibold" : "note-act"}>goes {percent(chance)}</span>
      </button>
    </li>
  );
}

/** The size to print it at, so that it goes: the per cent for the face that rubs, and what that does elsewhere. */
function Scaled({ fit: { a, asked }, masked }: { fit: FitAfterPaint; masked: boolean }) {
  const [across, setAcross] = useState<number | null>(null);
  const wanted = nominalFor(masked ? { ...asked, filmsMm: [] } : asked, GOOD_CHANCE);
  const short = wanted - asked.nominalMm;
  if (short <= 0)
    return <li className="px-3 py-2 text-soft">The room as drawn will do: {formatMm(Math.ceil(wanted * 100) / 100)} a side is enough.</li>;
  const by = across === null ? null : roundPercent(short, across);
  return (
    <li className="flex flex-wrap items-end gap-3 px-3 py-2">
      <ParsedField
        className="w-36"
        label="Size across the face"
        draftKey={a.id}
        text={across === null ? "" : formatMm(across)}
        placeholder="of the face that rubs"
        parse={parseMmIn(LIMITS.partSizeMm)}
        readAs={readAsMm}
        onCommit={(mm) => {
          setAcross(mm);
        }}
      />
      {by === null ? (
        <p className="text-soft">Or print {a.name} smaller: enter the size across the face that rubs to get the per cent.</p>
      ) : (
        <p>
          <span className="font-semibold">
            Or print {a.name} at {(100 - by).toFixed(1)} %
          </span>
          : {formatMm(Math.ceil(wanted * 100) / 100)} of room a side then, and it goes {percent(GOOD_CHANCE)}. A 6 mm hub of it becomes{" "}
          {formatMm(Math.round(6 * by) / 200)} looser a side.
        </p>
      )}
    </li>
  );
}

const reasonsOf = ({ asked, fits, joint }: FitAfterPaint): Reasons => ({
  formula:
    "Room as drawn − what prints come out too large − films of both faces. The chance that this is more than it needs, for all copies at once: what the printer is off by is the same for all of them.",
  inputs: [
    { name: "room a side, half the seam", value: formatMm(asked.nominalMm) },
    { name: "too large, a side", value: `${asked.biasMm.toFixed(2)} mm, sure to ${asked.biasSpreadMm.toFixed(2)} mm` },
    { name: "pieces differ by", value: `${asked.spreadMm.toFixed(2)} mm` },
    {
      name: "films",
      value: asked.filmsMm.length > 0 ? asked.filmsMm.map((f) => `${f.toFixed(3)} mm`).join(" and ") : "none: painted once it is together",
    },
    { name: "needs", value: formatMm(asked.needMm) },
  ],
  assumptions: [
    fits > 0
      ? { text: `From ${fits} dry ${fits === 1 ? "fit" : "fits"} of this printer, and what is usual`, kind: "own record" }
      : { text: "What is usual of a printer: record dry fits, and it is yours", kind: "practice" },
    {
      text: `${HOLDS[joint.how] === "moves" ? "What moves" : "What is put together"} needs ${formatMm(asked.needMm)} a side`,
      kind: "practice",
    },
    { text: "The room, as said of the joint", kind: "typed" },
  ],
});
