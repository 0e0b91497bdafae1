/** The parking mat of small pieces, and the card that travels to the printer: what is on it against what is planned. */
import { group } from "d3";
import { useMemo, useRef, useState } from "react";
import { cardAgainst, cardName, parked } from "~core/look";
import { platesAhead } from "~core/plan";
import { footprintRequest } from "~core/results";
import { kindsOfCopies, type Part, type Variation } from "~core/project";
import { sheetTurn } from "~core/project";
import type { Footprint } from "~core/lay";
import { useResults } from "~app/data/results.client";
import { Page, Section } from "~app/shared/Page";
import { fileName } from "~app/shared/files/download";
import { FileInput } from "~app/ui/fileInput";
import { downloadMat, writePlate } from "./plateFiles";
import { SceneLeaves } from "./SceneLeaves";
import { seen } from "./useFootprints";
import { useWanted } from "~app/shared/useWanted";
import { sayProblem } from "~app/ui/sayProblem";
import { useProject } from "~app/shared/scene";

const outlineOf = (part: Part, variation: Variation | null) => footprintRequest(part, sheetTurn(part), variation?.percent ?? 100);

export default function MatPage() {
  const project = useProject();
  const printed = useMemo(() => project.parts.filter((p) => p.source.kind !== "scratch"), [project.parts]);
  const requests = useMemo(() => printed.flatMap((p) => kindsOfCopies(p).map(({ variation }) => outlineOf(p, variation))), [printed]);
  useWanted(requests);
  const { value } = useResults();
  const footprint = (part: Part, variation: Variation | null): Footprint | undefined =>
    seen(value(outlineOf(part, variation)), variation?.mirrored ?? false);
  const waits = requests.some((r) => !value(r));
  const pieces = parked(project, footprint);
  const [busy, setBusy] = useState(false);
  const mat = async (): Promise<void> => {
    setBusy(true);
    const done = await downloadMat(pieces, project);
    setBusy(false);
    if (!done.ok) sayProblem(done.problem);
  };
  const groups = [...group(pieces, (p) => `${p.part.id} ${p.unlike}`).values()].map((g) => ({ ...g[0], count: g.length }));
  const parts = new Set(pieces.map((p) => p.part.id)).size;
  const s = 1.5;
  return (
    <Page
      title="Print"
      sub="the parking mat and the SD card"
      cells={[
        { label: "small pieces", value: pieces.length },
        { label: "plates", value: platesAhead(project).length },
      ]}
    >
      <SceneLeaves />
      <Section title="The parking mat">
        {pieces.length === 0 ? (
          <p className="max-w-prose text-soft">
            {waits
              ? "Calculating outlines."
              : "No parts small enough to get lost. Crates and bedrolls would appear here at true size, numbered, front towards you, with boxes for fit, prime and paint."}
          </p>
        ) : (
          <>
            <p>
              {pieces.length} pieces of {parts} part{parts === 1 ? "" : "s"}, each at true size with its number, its front, the areas to
              leave bare, and boxes for fit, prime and paint: drying place, count and placement map in one.
            </p>
            <ul className="mt-2 flex flex-wrap items-end gap-x-5 gap-y-3">
              {groups.map(({ part, nth, unlike, count, footprint: f }) => (
                <li key={`${part.id} ${nth}`} className="text-center">
                  <svg width={f.widthMm * s + 4} height={f.depthMm * s + 10} role="img" aria-label={`${part.name} from above`}>
                    <path
                      d={f.rings
                        .map(
                          (r) =>
                            r.reduce(
                              (d, v, i) =>
                                i % 2 === 0
                                  ? `${d}${i === 0 ? "M" : "L"}${(v + f.widthMm / 2) * s + 2} `
                                  : `${d}${(f.depthMm / 2 - v) * s + 2} `,
                              "",
                            ) + "Z",
                        )
                        .join("")}
                      fill="none"
                      fillRule="evenodd"
                      stroke="var(--ink)"
                      strokeWidth="1.2"
                    />
                    <path d={`M${(f.widthMm * s) / 2 + 2} ${f.depthMm * s + 9}l-4 -5h8z`} fill="var(--soft)" />
                  </svg>
                  <span className="block text-sm">
                    {part.name}
                    {count > 1 && ` ×${count}`}
                    {unlike && <span className="block text-soft">{unlike}</span>}
                  </span>
                </li>
              ))}
            </ul>
            {waits && <p className="mt-2 text-soft">Calculating more outlines. The mat shows the pieces above.</p>}
            <button className="btn btn-solid mt-3" disabled={busy} onClick={() => void mat()}>
              {busy ? "Drawing" : "Save mat as PDF"}
            </button>
          </>
        )}
      </Section>
      <Card />
    </Page>
  );
}

/** Names on a card as this program writes them. */
const onCard = (name: string): string => fileName(name, "3mf");

function Card() {
  const project = useProject();
  const folder = useRef<HTMLInputElement>(null);
  const [files, setFiles] = useState<string[] | null>(null);
  const plates = platesAhead(project);
  const against = files && cardAgainst(files, project, onCard);
  return (
    <Section title="The SD card">
      {plates.length === 0 ? (
        <p className="text-soft">Lay out plates first. Their files are named by contents, scale, revision, printer and hours.</p>
      ) : (
        <ul>
          {plates.map(({ plate, nth }) => (
            <li key={plate.id} className="flex flex-wrap items-center justify-between gap-3 border-b border-rule">
              <span className="break-all">{onCard(cardName(plate, nth, project))}</span>
              <button className="btn-text" onClick={() => void writePlate(plate, nth, project)}>
                write it<span className="sr-only">: {cardName(plate, nth, project)}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button className="btn" onClick={() => folder.current?.click()}>
          Check the card
        </button>
        <span className="text-soft">Choose the card’s folder. Only file names are read; nothing is changed.</span>
        <FileInput
          inputRef={folder}
          id="card-folder"
          label="Folder on the card"
          folder
          onFiles={(list) => setFiles(list.map((f) => f.name))}
        />
      </div>
      {against && (
        <ul className="mt-2">
          {against.verdicts.map((v, i) => (
            <li key={`${i} ${v.file}`} className={v.kind === "planned" ? "" : v.kind === "stale" ? "note-act" : "text-setting-ink"}>
              {v.kind === "planned" ? "✓" : v.kind === "stale" ? "▲" : "△"} {v.file}: {v.words}
            </li>
          ))}
          {against.missing.map((m) => (
            <li key={m} className="text-soft">
              not on the card: {m}
            </li>
          ))}
          {against.verdicts.length === 0 && <li>The card is empty.</li>}
        </ul>
      )}
    </Section>
  );
}
