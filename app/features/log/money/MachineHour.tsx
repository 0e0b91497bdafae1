/** What an hour of one printer costs, by what is said of it. */
import { machineHourMinor } from "~core/look";
import type { MachineCost, Printer } from "~core/print";
import { formatMoney, ok, spacedNumber, type Result } from "~core/units";
import { parseCostIn } from "~app/shared/cost";
import { useActions, useProject } from "~app/shared/scene";
import { ParsedField, parseNumberIn } from "~app/ui/field";

export function MachineHour({ printer }: { printer: Printer }) {
  const { currency } = useProject().habits;
  const { run } = useActions();
  const cost = printer.machine ?? {};
  const set = (change: MachineCost): Promise<Result<unknown>> => run("printer.set", { printerId: printer.id, change: { machine: change } });
  const hour = machineHourMinor(printer);
  /** An amount in the currency of habit. */
  const parseMinor = (text: string): Result<number> => {
    const read = parseCostIn(currency)(text);
    return read.ok ? ok(read.value?.minor ?? 0) : read;
  };
  const money = (label: string, key: "priceMinor" | "residualMinor" | "perKWhMinor" | "partsMinor") => (
    <ParsedField
      className="w-28"
      label={label}
      draftKey={`${printer.id} ${key}`}
      text={cost[key] === undefined ? "" : formatMoney({ minor: cost[key], currency })}
      placeholder="not set"
      parse={parseMinor}
      readAs={(minor) => formatMoney({ minor, currency }, true)}
      onCommit={(minor) => set({ [key]: minor })}
    />
  );
  const number = (label: string, key: "lifeH" | "watts" | "partsLifeH", least: number, most: number) => (
    <ParsedField
      className="w-28"
      label={label}
      draftKey={`${printer.id} ${key}`}
      text={cost[key] === undefined ? "" : spacedNumber(cost[key])}
      placeholder="not set"
      parse={parseNumberIn({ least, most })}
      onCommit={(n) => set({ [key]: n })}
    />
  );
  return (
    <details className="border-b border-rule">
      <summary className="min-h-[44px] cursor-pointer py-2.5">
        <span className="font-semibold">{printer.name}</span>{" "}
        <span className="text-soft">{hour === null ? "price and life not set" : `${(hour / 100).toFixed(3)} ${currency} an hour`}</span>
      </summary>
      <div className="flex flex-wrap gap-3 pb-3">
        {money("Price", "priceMinor")}
        {money("Will still bring", "residualMinor")}
        {number("Life, hours", "lifeH", 1, 1e6)}
        {number("Power, W", "watts", 0, 10_000)}
        {money("A kWh", "perKWhMinor")}
        {money("Parts that wear", "partsMinor")}
        {number("Those last, hours", "partsLifeH", 1, 1e6)}
      </div>
    </details>
  );
}
