/** How a joint went when it was tried dry, each try recorded. */
import { useState } from "react";
import { X } from "lucide-react";
import { FIT_CAUSES, FIT_VERDICTS, type DryFit, type FitCause, type FitVerdict, type Joint } from "~core/joint";
import { LIMITS } from "~core/project";
import { formatMm, readAsMm } from "~core/units";
import { newId, useActions } from "~app/shared/scene";
import { Choice, ParsedField, parseMmIn } from "~app/ui/field";
import { IconButton } from "~app/ui/iconButton";

export function DryFits({ joint: m }: { joint: Joint }) {
  const { run } = useActions();
  const [verdict, setVerdict] = useState<FitVerdict>("fits");
  const [cause, setCause] = useState<FitCause>("print");
  const [amount, setAmount] = useState(0.2);
  const add = (): void => {
    const fit: Omit<DryFit, "at"> = { id: newId(), verdict, amountMm: verdict === "fits" ? 0 : amount, cause };
    void run("fit.add", { jointId: m.id, fit });
  };
  return (
    <div className="mt-2">
      <h3 className="label">Dry fits</h3>
      {m.fits.length > 0 && (
        <ul>
          {m.fits.map((f) => (
            <li key={f.id} className="flex items-center justify-between gap-3 border-b border-rule py-0.5">
              <span>
                {FIT_VERDICTS[f.verdict]}
                {f.verdict === "file"
                  ? `, ${formatMm(f.amountMm)} taken off`
                  : f.verdict === "fill"
                    ? `, a gap of ${formatMm(f.amountMm)}`
                    : ""}
                {f.verdict === "fits" ? "" : `: ${FIT_CAUSES[f.cause]}`}
              </span>
              <IconButton label={`Delete: ${FIT_VERDICTS[f.verdict]}`} onClick={() => void run("fit.drop", { jointId: m.id, fitId: f.id })}>
                <X size={16} />
              </IconButton>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <Choice
          className="w-40"
          label="Result"
          value={verdict}
          onChange={(v: FitVerdict) => setVerdict(v)}
          options={[
            { value: "fits", label: "fits" },
            { value: "file", label: "needs filing" },
            { value: "fill", label: "needs filling" },
            { value: "redesign", label: "needs redrawing" },
          ]}
        />
        {verdict !== "fits" && (
          <>
            <ParsedField
              className="w-28"
              label={verdict === "fill" ? "Gap" : "Too tight by"}
              draftKey={m.id}
              text={formatMm(amount)}
              parse={parseMmIn(LIMITS.gapMm)}
              readAs={readAsMm}
              onCommit={(mm) => setAmount(mm)}
            />
            <Choice
              className="w-36"
              label="Because of"
              value={cause}
              onChange={(c: FitCause) => setCause(c)}
              options={(Object.keys(FIT_CAUSES) as FitCause[]).map((value) => ({ value, label: FIT_CAUSES[value] }))}
            />
          </>
        )}
        <button className="btn" onClick={add}>
          Record it
        </button>
      </div>
    </div>
  );
}
