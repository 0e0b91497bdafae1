/** Your own cup: how high the pot stands in it, and a gauge of paper at true size. */
import { format } from "date-fns";
import { Plus, Printer } from "lucide-react";
import { cupHoldsMl, heightInCupMm, type potOf } from "~core/paint";
import { cupGauge } from "~core/look";
import { formatMillilitres } from "~core/units";
import { download, fileName } from "~app/shared/files/download";
import { Section } from "~app/shared/Page";
import { paperOf } from "~app/shared/paper";
import { useNow, useProject } from "~app/shared/scene";
import { ParsedField, parseNumberIn } from "~app/ui/field";
import { sayProblem } from "~app/ui/sayProblem";
import type { PotDraft, SetPot } from "~app/shared/potDraft";

const CUP_FIELDS = [
  { key: "bottomMm", label: "Inside, bottom, mm" },
  { key: "topMm", label: "Inside, top, mm" },
  { key: "heightMm", label: "Height, mm" },
] as const;
const NEW_CUP = { bottomMm: 20, topMm: 26, heightMm: 30 };

export function CupMarks({ draft, set, pot, name }: { draft: PotDraft; set: SetPot; pot: ReturnType<typeof potOf>; name: string }) {
  const { habits } = useProject();
  const now = useNow();
  const { cup } = draft;
  const totalMl = pot.ml + pot.thinnerMl;
  const at = cup && heightInCupMm(cup, totalMl);
  const print = async (): Promise<void> => {
    if (!cup) return;
    const gauge = cupGauge({
      cup,
      bands: [...pot.of, ...(pot.thinnerMl > 0 ? [{ name: "thinner", ml: pot.thinnerMl }] : [])],
      name,
      date: format(now, "d MMM yyyy"),
      paper: paperOf(habits.paper),
    });
    if (!gauge.ok) return sayProblem(gauge.problem);
    const { drawingsToPdf } = await import("~app/shared/files/drawingPdf");
    download(fileName(`${name} gauge`, "pdf"), await drawingsToPdf([gauge.value], `${name}: gauge`), "application/pdf");
  };
  return (
    <Section title="Your cup">
      {cup ? (
        <>
          <div className="flex flex-wrap items-end gap-3">
            {CUP_FIELDS.map(({ key, label }) => (
              <ParsedField
                key={key}
                className="w-36"
                label={label}
                draftKey={`cup ${key}`}
                text={String(cup[key])}
                parse={parseNumberIn({ least: 1, most: 1000 })}
                onCommit={(mm) => set((now) => ({ cup: { ...(now.cup ?? NEW_CUP), [key]: mm } }))}
              />
            ))}
            <button className="btn" onClick={() => void print()}>
              <Printer size={16} aria-hidden="true" />
              Gauge on paper
            </button>
          </div>
          {at === null ? (
            <p className="note-act mt-2">
              ▲ The cup is too small for {formatMillilitres(totalMl)}: it holds {Math.round(cupHoldsMl(cup) * 10) / 10} ml.
            </p>
          ) : (
            <p className="mt-2">
              {formatMillilitres(totalMl)} stand {Math.round(at * 10) / 10} mm high in it.{" "}
              <span className="text-soft">The gauge is printed at true size: cut it out and stand it beside the cup.</span>
            </p>
          )}
        </>
      ) : (
        <button className="btn" onClick={() => set({ cup: NEW_CUP })}>
          <Plus size={16} aria-hidden="true" />
          Measure your cup
        </button>
      )}
    </Section>
  );
}
