/** A drawing sheet: one ink border with a hairline inside, a slab title, a title block in the corner. */

export interface TitleCell {
  label: string;
  value: React.ReactNode;
}

export function Page({
  title,
  sub,
  cells,
  children,
}: {
  title: React.ReactNode;
  sub?: React.ReactNode;
  cells: TitleCell[];
  children: React.ReactNode;
}) {
  return (
    <main id="sheet" tabIndex={-1} className="relative h-full overflow-y-auto border-[1.5px] border-ink bg-paper p-1 outline-none">
      <div className="min-h-full border border-rule px-3 pb-6 pt-2 tab:px-5">
        <header className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2">
          <div className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-4 pt-1">
            <h1 className="text-2xl tab:text-[1.75rem]">{title}</h1>
            {sub && <div className="text-soft">{sub}</div>}
          </div>
          <dl className="flex border border-ink max-tab:w-full">
            {cells.map((c, i) => (
              <div key={c.label} className={`px-2.5 py-1 max-tab:flex-1 ${i > 0 ? "border-l border-ink" : ""}`}>
                <dt className="text-sm text-soft">{c.label}</dt>
                <dd className="whitespace-nowrap">{c.value}</dd>
              </div>
            ))}
          </dl>
        </header>
        {children}
      </div>
    </main>
  );
}

export const Section = ({ title, children, aside }: { title: string; children: React.ReactNode; aside?: React.ReactNode }) => (
  <section className="mt-5 min-w-0 border-t-[1.5px] border-ink pt-2" aria-label={title}>
    <div className="flex flex-wrap items-baseline justify-between gap-3">
      <h2 className="text-xl">{title}</h2>
      {aside}
    </div>
    <div className="mt-2">{children}</div>
  </section>
);
