/** The machines: what is on them, which of their edges fail, when they must be still, where they answer, and the profiles their hours rest on. */
import { type PrinterChange } from "~core/stations";
import { format } from "date-fns";
import { X } from "lucide-react";
import { type Edges } from "~core/lay";
import { filamentM, type Printer } from "~core/print";
import { bathAge, isNewPair, printLog } from "~core/plan";
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { LIMITS, SUPPLY_KINDS, type Span, type SupplyKind } from "~core/project";
import { formatMm, ok, parseMm, spacedNumber, type Result } from "~core/units";
import { isAddress, setSpeed, usePrinterState } from "~app/data/printerLink.client";
import { parseEvening } from "~app/shared/Evenings";
import { Page, Section } from "~app/shared/Page";
import { newId, useActions, useNow, useOthers, useProject } from "~app/shared/scene";
import { useStock } from "~app/shared/useStock";
import { Choice, ParsedField, parseNumberIn } from "~app/ui/field";
import { Fold } from "~app/ui/fold";
import { IconButton } from "~app/ui/iconButton";

import { Profile } from "../Profile";
import { SceneLeaves } from "./SceneLeaves";
import { sayProblem } from "~app/ui/sayProblem";

export default function PrintersPage() {
  const project = useProject();
  const { scene } = project;
  return (
    <Page
      title="Print"
      sub="the printers"
      cells={[
        { label: "printers", value: scene.printers.length },
        { label: "scene", value: scene.name },
      ]}
    >
      <SceneLeaves />
      <Section title="What is loaded">
        <div className="grid gap-x-8 gap-y-6 desk:grid-cols-3">
          {scene.printers.map((p) => (
            <Machine key={p.id} printer={p} />
          ))}
        </div>
        <Baths />
      </Section>
      <Section title="When plates can be changed">
        <Hours />
      </Section>
      <Section title="Profiles">
        <p className="text-soft">Every value shows where it comes from. Edit what differs on your machine and all estimates follow.</p>
        <div className="mt-2 grid gap-6 desk:grid-cols-3">
          {scene.printers.map((p) => (
            <Profile key={p.id} printer={p} />
          ))}
        </div>
        <p className="mt-4 text-setting-ink">
          △ {CAUTIONS["hot-parts"].text} {CAUTIONS.resin.text} {CARE_FIRST}
        </p>
      </Section>
    </Page>
  );
}

const SIDES: { side: keyof Edges; words: string }[] = [
  { side: "left", words: "left" },
  { side: "right", words: "right" },
  { side: "front", words: "front" },
  { side: "back", words: "back" },
];

/** Times as fast as life. */
const SPEEDS = [1, 60, 600, 3600] as const;

const STAND_INS = [
  { value: "", label: "by SD card" },
  { value: "/stand-ins/printers/large", label: "stand-in: large" },
  { value: "/stand-ins/printers/small", label: "stand-in: small" },
  { value: "/stand-ins/printers/resin", label: "stand-in: resin" },
];

/** "20 x 30 at 0, 0": a rectangle of the bed, from its front left corner. */
function parseZone(text: string): Result<{ widthMm: number; depthMm: number; xMm: number; yMm: number }> {
  const [sides, corner] = text.split(/\bat\b/i);
  const wrong = { ok: false as const, problem: { code: "zone", message: 'Enter sides and corner, such as "20 x 30 at 0, 150".' } };
  const numbers = (t: string | undefined): number[] => (t?.match(/-?\d+(?:[.,]\d+)?/g) ?? []).map((n) => Number(n.replace(",", ".")));
  const [w, d] = numbers(sides),
    [x, y] = numbers(corner?.replace(/,\s+/g, " "));
  if (![w, d, x, y].every((n) => Number.isFinite(n) && n >= 0 && n < 10_000) || w <= 0 || d <= 0) return wrong;
  return ok({ widthMm: w, depthMm: d, xMm: x, yMm: y });
}

function Machine({ printer }: { printer: Printer }) {
  const project = useProject();
  const { run } = useActions();
  const { count } = useStock();
  const others = useOthers();
  const store = (change: PrinterChange) => run("printer.set", { printerId: printer.id, change });
  const kind: SupplyKind = printer.process === "resin" ? "bottle" : "spool";
  const here = project.supplies.filter((s) => s.kind === kind);
  const loaded = here.find((s) => s.id === printer.loadedId);
  const { unit, choices } = SUPPLY_KINDS[kind];
  const { state, problem } = usePrinterState(printer.address);
  const edges = printer.edges ?? { left: 0, right: 0, front: 0, back: 0 };
  const put = async (what: string): Promise<void> => {
    if (what.startsWith("new:")) {
      const choice = choices.find((c) => c.id === what.slice(4))!;
      const id = newId();
      const added = await run("list.add", {
        list: "supplies",
        items: [{ id, kind, name: choice.name, what: choice.id, stock: 1000, price: null, since: Date.now() }],
      });
      if (!added.ok) return void sayProblem(added.problem);
      what = id;
    }
    const done = await store({ loadedId: what || null });
    if (!done.ok) sayProblem(done.problem);
  };
  return (
    <section aria-label={`What is loaded on ${printer.name}`}>
      <h3 className="text-lg">{printer.name}</h3>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <Choice
          className="col-span-2"
          label={kind === "spool" ? "Spool loaded" : "Bottle in use"}
          value={loaded?.id ?? ""}
          onChange={(v) => void put(v)}
          options={[
            { value: "", label: "not set" },
            ...here.map((s) => ({ value: s.id, label: `${s.name}, ${spacedNumber(Math.round(s.stock))} ${unit}` })),
            ...choices.map((c) => ({ value: `new:${c.id}`, label: `new: ${c.name}` })),
          ]}
        />
        {loaded && (
          <>
            <ParsedField
              label={`left, ${unit}`}
              draftKey={`${printer.id} left`}
              text={spacedNumber(Math.round(loaded.stock * 10) / 10)}
              parse={parseNumberIn(LIMITS.stock)}
              readAs={(n) => `${spacedNumber(n)} ${unit}`}
              onCommit={(stock) => count(loaded, stock)}
            />
            <p className="self-end pb-2 text-soft">
              {printer.process === "fdm" && `${Math.round(filamentM(loaded.stock, printer.densityGCm3))} m, `}
              {loaded.since ? `opened ${format(loaded.since, "d MMM")}` : "opened: not set"}
              {isNewPair(printer, project, printLog(project, others)) && (
                <span className="block text-setting-ink">△ new on this printer</span>
              )}
            </p>
          </>
        )}
        <Choice
          className="col-span-2"
          label="How jobs are sent"
          value={printer.address ?? ""}
          onChange={(v) => void store({ address: v || null })}
          options={options(printer.address)}
        />
      </div>
      {printer.address && (
        <p className={problem ? "note-act mt-1" : "mt-1 text-soft"} aria-live="polite">
          {problem ? `▲ ${problem}` : state ? `Connected: ${state.name}, ${state.phase}.` : "asking"}
        </p>
      )}
      {printer.address && state && (
        <Choice
          className="w-44"
          label="Speed of the stand-in"
          value={String(SPEEDS.find((s) => s === state.factor) ?? 1)}
          onChange={(v) => void setSpeed(printer.address!, Number(v)).then((d) => !d.ok && sayProblem(d.problem))}
          options={SPEEDS.map((s) => ({ value: String(s), label: s === 1 ? "real time" : `${s} times real time` }))}
        />
      )}
      <label className="mt-1 flex min-h-[44px] items-center gap-2">
        <input type="checkbox" checked={printer.quiet ?? false} onChange={(e) => void store({ quiet: e.target.checked })} />
        must be off during quiet hours
      </label>
      {printer.process === "resin" && (
        <label className="flex min-h-[44px] items-center gap-2">
          <input type="checkbox" checked={printer.heatedVat ?? false} onChange={(e) => void store({ heatedVat: e.target.checked })} />
          has a heated vat
        </label>
      )}
      <Fold label={bedWords(printer)}>
        <div className="grid grid-cols-2 gap-2">
          <ParsedField
            className="col-span-2"
            label="Bed surface"
            draftKey={`${printer.id} surface`}
            text={printer.surface ?? ""}
            placeholder={printer.process === "resin" ? "flexible plate" : "smooth sheet"}
            parse={(t) =>
              t.trim().length <= LIMITS.shortText
                ? ok(t.trim())
                : { ok: false, problem: { code: "long", message: `At most ${LIMITS.shortText} characters.` } }
            }
            onCommit={(surface) => store({ surface })}
          />
          {SIDES.map(({ side, words }) => (
            <ParsedField
              key={side}
              label={`margin at the ${words}`}
              draftKey={`${printer.id} ${side}`}
              text={formatMm(Math.max(printer.marginMm, edges[side]))}
              parse={(t) => {
                const mm = parseMm(t);
                return !mm.ok || mm.value < Math.min(printer.bedMm[0], printer.bedMm[1]) / 2
                  ? mm
                  : { ok: false, problem: { code: "edge", message: "Enter less than half of the bed." } };
              }}
              readAs={formatMm}
              onCommit={(mm) => store({ edges: { [side]: mm } })}
            />
          ))}
          <div className="col-span-2">
            {(printer.exclusions ?? []).map((e) => (
              <p key={e.id} className="flex items-center justify-between gap-2">
                <span>
                  nothing on {formatMm(e.widthMm)} × {formatMm(e.depthMm)} at {e.xMm}, {e.yMm}
                  {e.why && `: ${e.why}`}
                </span>
                <IconButton
                  label={`Use ${e.xMm}, ${e.yMm} again`}
                  onClick={() => void run("list.drop", { list: "printer.exclusions", of: printer.id, keys: [e.id] })}
                >
                  <X size={18} />
                </IconButton>
              </p>
            ))}
            <ParsedField
              label="Keep clear on"
              draftKey={`${printer.id} zone`}
              text=""
              placeholder="20 x 30 at 0, 150"
              parse={parseZone}
              readAs={(z) => `${formatMm(z.widthMm)} × ${formatMm(z.depthMm)}, from ${z.xMm}, ${z.yMm}`}
              onCommit={(z) => run("list.add", { list: "printer.exclusions", of: printer.id, items: [{ id: newId(), why: "", ...z }] })}
            />
          </div>
        </div>
      </Fold>
    </section>
  );
}

/** "Bed: textured sheet, 5 mm free all round". */
function bedWords({ surface, marginMm, edges, exclusions }: Printer): string {
  const free = SIDES.map(({ side }) => Math.max(marginMm, edges?.[side] ?? 0));
  const round = free.every((mm) => mm === free[0])
    ? `${formatMm(free[0])} margin all round`
    : `${free.map((mm) => formatMm(mm)).join(", ")} free`;
  const kept = exclusions?.length ?? 0;
  return `Bed: ${[surface, round, kept > 0 && `${kept} ${kept === 1 ? "place" : "places"} blocked`].filter(Boolean).join(", ")}`;
}

const options = (address: string | null | undefined) =>
  address && !STAND_INS.some((s) => s.value === address)
    ? [...STAND_INS, { value: address, label: isAddress(address) ? address : "an address that does not work" }]
    : STAND_INS;

function Baths() {
  const project = useProject();
  const others = useOthers();
  const { run } = useActions();
  const now = useNow(60_000);
  if (!project.scene.printers.some((p) => p.process === "resin")) return null;
  const baths = project.supplies.filter((s) => s.kind === "bath");
  const log = printLog(project, others);
  const add = (what: string): void => {
    const choice = SUPPLY_KINDS.bath.choices.find((c) => c.id === what);
    if (choice)
      void run("list.add", {
        list: "supplies",
        items: [{ id: newId(), kind: "bath", name: choice.name, what, stock: 0, price: null, since: Date.now() }],
      });
  };
  return (
    <div className="mt-4">
      <h3 className="text-lg">Baths</h3>
      <ul>
        {baths.map((b) => {
          const { plates, days } = bathAge(b, log, now);
          return (
            <li key={b.id} className="flex flex-wrap items-center gap-3">
              <span className="font-semibold">{b.name}</span>
              <span className="text-soft">
                {plates} plate{plates === 1 ? "" : "s"} washed{days === null ? "" : `, ${days} days old`}
              </span>
              <button
                className="btn-text"
                onClick={() => void run("field.set", { of: "supply", id: b.id, change: { stock: 0, since: Date.now() } })}
              >
                refilled<span className="sr-only">: {b.name}</span>
              </button>
            </li>
          );
        })}
      </ul>
      <Choice
        className="w-52"
        hideLabel
        label="Add a bath"
        value=""
        onChange={add}
        options={[{ value: "", label: "add a bath" }, ...SUPPLY_KINDS.bath.choices.map((c) => ({ value: c.id, label: c.name }))]}
      />
      <p className="text-setting-ink">
        △ {CAUTIONS.alcohol.text} {CAUTIONS.resin.text}
      </p>
    </div>
  );
}

const spanText = (span: Span | null): string => (span ? `${span.from} to ${span.to}` : "none");
const DAYS = ["Sunday", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday"];

function Hours() {
  const project = useProject();
  const { run } = useActions();
  const { habits } = project;
  const every = habits.changes.length === 7 && new Set(habits.changes.map((c) => `${c.from} ${c.to}`)).size === 1;
  const set = (weekday: number | null, span: Span | null) => {
    const days = weekday === null ? [0, 1, 2, 3, 4, 5, 6] : [weekday];
    return run("changes.set", { weekdays: days, span });
  };
  return (
    <>
      <p className="max-w-prose text-soft">
        You can change plates during your evenings at the bench, and in the times you enter here, such as before work or at noon. No plates
        are changed while you sleep, and quiet printers do not run during quiet hours.
      </p>
      <div className="mt-2 grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] gap-3">
        <ParsedField
          label="Asleep"
          text={spanText(habits.sleep)}
          parse={parseEvening}
          onCommit={(span) => run("field.set", { of: "habits", change: { sleep: span ?? { from: "00:00", to: "00:00" } } })}
        />
        <ParsedField
          label="Quiet hours"
          text={spanText(habits.quiet)}
          parse={parseEvening}
          onCommit={(quiet) => run("field.set", { of: "habits", change: { quiet } })}
        />
        <ParsedField
          label="Plate changes, every day"
          text={every ? spanText(habits.changes[0]) : habits.changes.length > 0 ? "differs" : "none"}
          parse={parseEvening}
          onCommit={(span) => set(null, span)}
        />
        {!every &&
          habits.changes.length > 0 &&
          DAYS.map((day, d) => (
            <ParsedField
              key={day}
              label={`plate changes, ${day}`}
              text={spanText(habits.changes.find((c) => c.weekday === d) ?? null)}
              parse={parseEvening}
              onCommit={(span) => set(d, span)}
            />
          ))}
        <ParsedField
          label="Room, °C"
          text={String(habits.air.airC)}
          parse={parseNumberIn({ least: -10, most: 45 })}
          readAs={(n) => `${n} °C`}
          onCommit={(airC) => run("field.set", { of: "habits", change: { air: { airC } } })}
        />
      </div>
    </>
  );
}
