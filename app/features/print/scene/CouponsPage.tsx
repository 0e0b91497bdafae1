/** Test prints: made here, printed, read by hand, eye, nail and caliper; the profile follows, with what it was and how sure it is. */
import { useEffect, useState } from "react";
import { toast } from "sonner";
import { COUPONS, type Coupon, type CouponChange, type Printer } from "~core/print";
import { formatDuration, ok } from "~core/units";
import { runJob } from "~workers/client";
import type { CouponMade } from "~workers/protocol";
import { Page, Section } from "~app/shared/Page";
import { PrinterChoice } from "~app/shared/PrinterChoice";
import { download, fileName } from "~app/shared/files/download";
import { useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField, parseNumberIn } from "~app/ui/field";
import { SceneLeaves } from "./SceneLeaves";
import { segmentsPath } from "~app/shared/SheetDrawing";
import { sayProblem } from "~app/ui/sayProblem";

export default function CouponsPage() {
  const project = useProject();
  const { scene } = project;
  const [printerId, setPrinter] = useState(scene.printers[0].id);
  const printer = scene.printers.find((p) => p.id === printerId) ?? scene.printers[0];
  return (
    <Page
      title="Print"
      sub="test prints and what they show about the printer"
      cells={[
        { label: "printer", value: printer.name },
        { label: "learned", value: Object.values(printer.fits ?? {}).filter((v) => v !== undefined).length },
      ]}
    >
      <SceneLeaves />
      <PrinterChoice className="mt-3 w-56" printers={scene.printers} value={printer.id} onChange={setPrinter} />
      {COUPONS.filter((c) => c.process === "both" || c.process === printer.process).map((c) => (
        <One key={`${c.id} ${printer.id}`} coupon={c} printer={printer} />
      ))}
    </Page>
  );
}

const path = (change: CouponChange): Record<string, unknown> => {
  const [field, inner] = change.path.split(".");
  return inner ? { [field]: { [inner]: change.after } } : { [field]: change.after };
};

function One({ coupon, printer }: { coupon: Coupon; printer: Printer }) {
  const { run } = useActions();
  const [read, setRead] = useState<ReadonlyMap<string, number>>(new Map());
  const [made, setMade] = useState<CouponMade | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    void runJob("coupon", { id: coupon.id, printer }, { signal: stop.signal }).then((done) => done.ok && setMade(done.value));
    return () => stop.abort();
  }, [coupon.id, printer]);
  const changes = coupon.learn(read, printer);
  const take = async (): Promise<void> => {
    const change = changes.map(path).reduce<Record<string, unknown>>((all, c) => {
      for (const [k, v] of Object.entries(c)) all[k] = typeof v === "object" ? { ...(all[k] as object | undefined), ...(v as object) } : v;
      return all;
    }, {});
    const done = await run("printer.coupon", { printerId: printer.id, change, coupon: coupon.name });
    if (!done.ok) return void sayProblem(done.problem);
    toast(`${printer.name} profile updated: ${changes.map((c) => `${c.label} ${c.after} ${c.unit}`).join(", ")}`);
    setRead(new Map());
  };
  const set = (key: string, value: number | null): void => {
    const next = new Map(read);
    if (value === null) next.delete(key);
    else next.set(key, value);
    setRead(next);
  };
  const front = made?.picture;
  const s = front ? Math.min(260 / Math.max(front.widthMm, 1), 110 / Math.max(front.heightMm, 1), 4) : 1;
  return (
    <Section title={coupon.name} aside={<span className="text-soft">{coupon.what}</span>}>
      <div className="grid gap-x-8 gap-y-3 desk:grid-cols-[280px_1fr]">
        <div>
          {front && (
            <svg width={front.widthMm * s + 4} height={front.heightMm * s + 4} role="img" aria-label={`${coupon.name} from above`}>
              <path
                d={segmentsPath(front.outline, { x: 2, y: front.heightMm * s + 2 }, s)}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="1.3"
              />
              <path
                d={segmentsPath(front.features, { x: 2, y: front.heightMm * s + 2 }, s)}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="0.8"
              />
            </svg>
          )}
          <p className="text-soft">{made ? `about ${formatDuration(made.timeS)}, ${made.massG.toFixed(1)} g` : "generating"}</p>
          <button
            className="btn mt-1"
            disabled={!made}
            onClick={() => made && download(fileName(`${coupon.name} ${printer.name}`, "stl"), made.file, "model/stl")}
          >
            STL<span className="sr-only"> of the {coupon.name}</span>
          </button>
        </div>
        <div>
          <p className="max-w-prose">{coupon.how}</p>
          <div className="mt-2 flex flex-wrap items-end gap-3">
            {coupon
              .readings(printer)
              .map((r) =>
                r.steps ? (
                  <Choice
                    key={r.key}
                    className="w-60"
                    label={`${r.label}, ${r.how}`}
                    value={read.has(r.key) ? String(read.get(r.key)) : ""}
                    onChange={(v) => set(r.key, v === "" ? null : Number(v))}
                    options={[
                      { value: "", label: "not read yet" },
                      ...r.steps.map((step, i) => ({ value: String(i), label: `${step} ${r.unit}` })),
                    ]}
                  />
                ) : (
                  <ParsedField
                    key={r.key}
                    className="w-32"
                    label={`${r.label}`}
                    draftKey={`${printer.id} ${r.key}`}
                    text={read.has(r.key) ? String(read.get(r.key)) : ""}
                    placeholder={`${r.nominal} ${r.unit}`}
                    parse={(t) => (t.trim() ? parseNumberIn({ least: 0.01, most: 100 })(t) : ok(null))}
                    readAs={(n) => (n === null ? "not read" : `${n} ${r.unit}`)}
                    onCommit={(n) => set(r.key, n)}
                  />
                ),
              )}
          </div>
          {changes.length > 0 && (
            <>
              <ul className="mt-2">
                {changes.map((c) => (
                  <li key={c.path}>
                    <span className="font-semibold">{c.label}:</span> {c.before === null ? "not known" : `${c.before} ${c.unit}`} →{" "}
                    {c.after} {c.unit}{" "}
                    <span className="text-soft">
                      ({c.low.toFixed(2)} to {c.high.toFixed(2)}). {c.why}
                    </span>
                  </li>
                ))}
              </ul>
              <button className="btn btn-solid mt-2" onClick={() => void take()}>
                Save to profile
              </button>
            </>
          )}
          {read.size > 0 && changes.length === 0 && (
            <p className="mt-2 text-soft">One reading is not enough. Enter two widths, the larger one from the longer exposure.</p>
          )}
        </div>
      </div>
    </Section>
  );
}
