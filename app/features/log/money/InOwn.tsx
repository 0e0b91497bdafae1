/** Receipts of several currencies in one's own, by rates that are typed here. */
import { format } from "date-fns";
import { inOwnCurrency, rateOf, withRate } from "~core/look";
import { LIMITS } from "~core/project";
import { formatMoney } from "~core/units";
import { Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { orNothing, ParsedField, parseNumberIn } from "~app/ui/field";

export function InOwn({ scene }: { scene: readonly { currency: string; total: number }[] }) {
  const { habits } = useProject();
  const { run } = useActions();
  const own = habits.currency;
  const sum = inOwnCurrency(scene, habits);
  if (!sum) return null;
  const counted = sum.from.some((f) => f.currency === own || f.rate);
  return (
    <Section title={`In ${own}`} aside={counted && <span className="text-soft">{formatMoney(sum, true)} so far</span>}>
      <ul>
        {sum.from
          .filter((f) => f.currency !== own)
          .map((f) => {
            const rate = rateOf(f.currency, habits);
            return (
              <li key={f.currency} className="flex flex-wrap items-end gap-x-4 gap-y-1 border-b border-rule py-1">
                <ParsedField
                  className="w-36"
                  label={`1 ${f.currency} in ${own}`}
                  draftKey={`${f.currency} ${own}`}
                  text={rate ? String(rate.rate) : ""}
                  placeholder="not set"
                  parse={orNothing<number>(parseNumberIn(LIMITS.rate))}
                  onCommit={(n) =>
                    run("field.set", {
                      of: "habits",
                      change: { rates: withRate(habits.rates, { from: f.currency, to: own, rate: n, at: Date.now() }) },
                    })
                  }
                />
                <span className="pb-2">
                  {formatMoney(f, true)}
                  {rate
                    ? ` is ${formatMoney({ minor: Math.round(f.minor * rate.rate), currency: own }, true)}, at the rate of ${format(rate.at, "d MMMM yyyy")}`
                    : ": no rate, not counted"}
                </span>
              </li>
            );
          })}
      </ul>
      <p className="mt-1 text-sm text-soft">Rates are yours and are looked up nowhere; receipts stay in the currency that was paid.</p>
    </Section>
  );
}
