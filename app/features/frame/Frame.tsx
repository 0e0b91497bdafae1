/** What stands round every page: the sheet, the stations down the right edge, the staff along the bottom. */
import { memo, useState } from "react";
import { NavLink, useLocation, useNavigate } from "react-router";
import { Staff, type StaffMark } from "~app/features/staff/Staff";
import { Dialog } from "~app/ui/dialog";
import { HatchDefs } from "~app/ui/hatch";
import { Key, keyName, useKey, useKeyboard, useKeyList } from "~app/ui/keys";
import type { Scene } from "~core/project";
import { toggleLamp } from "~app/shared/lamp";
import { STATIONS, type Station } from "../stations";

interface FrameProps {
  scene: Scene;
  marks: StaffMark[];
  waiting: Partial<Record<Station["id"], string>>;
  reckoning: string | null;
  /** Why the evenings could not be reckoned, if so. */
  problem: string | null;
  onUndo: () => void;
  onRedo: () => void;
  onScene: () => void;
  onAgain: () => void;
  onNewPart: () => void;
  onResetDemo: () => Promise<void>;
  children: React.ReactNode;
}

/** What is used with dirty hands: on a phone these stand in the row. */
const FIRST: readonly Station["id"][] = ["tonight", "parts", "print", "paint"];

export const Frame = memo(function Frame({
  scene,
  marks,
  waiting,
  reckoning,
  problem,
  onUndo,
  onRedo,
  onScene,
  onNewPart,
  onAgain,
  onResetDemo,
  children,
}: FrameProps) {
  const [listOpen, setListOpen] = useState(false);
  // On a phone one row of stations, the one that is open among them; the rest behind a button, until one of them is opened.
  const { pathname } = useLocation();
  const [allAt, setAllAt] = useState<string | null>(null);
  const all = allAt === pathname;
  const here = STATIONS.find((s) => pathname.startsWith(`/s/${scene.id}/${s.id}`))?.id;
  const inRow = here === undefined || FIRST.includes(here) ? FIRST : [...FIRST.slice(0, -1), here];
  useKeyboard();
  useKey("?", "This list of keys", "Everywhere", () => setListOpen(true));
  useKey("mod+z", "Undo the last change", "Everywhere", onUndo);
  useKey("mod+shift+z", "Redo", "Everywhere", onRedo);
  useKey("n", "New part: a file, a size, or made by hand", "Everywhere", onNewPart);
  useKey("s", "Scenes and files", "Everywhere", onScene);
  useKey("a", "Again: mixes, settings, finishes, lessons", "Everywhere", onAgain);
  useKey("l", "Dark page", "Everywhere", toggleLamp);
  return (
    <div className="grid h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto] gap-1.5 p-1.5 desk:gap-2.5 desk:p-3">
      <a href="#sheet" className="btn fixed left-2 top-2 z-50 -translate-y-20 focus:translate-y-0">
        To the sheet
      </a>
      <HatchDefs />
      <div className="grid min-h-0 grid-cols-1 grid-rows-[minmax(0,1fr)_auto] tab:grid-cols-[minmax(0,1fr)_auto] tab:grid-rows-1">
        {children}
        <nav aria-label="Stations" className="no-print flex flex-col max-tab:mt-1.5">
          <ul className="grid flex-1 max-tab:grid-cols-5 tab:w-[5.8rem] tab:grid-rows-10 desk:w-[7.2rem]">
            {STATIONS.map((s) => (
              <StationCell
                key={s.id}
                station={s}
                base={`/s/${scene.id}`}
                words={waiting[s.id] ?? ""}
                folded={!all && !inRow.includes(s.id)}
              />
            ))}
            <li className={`tab:hidden ${all ? "" : "hidden"}`}>
              <button className="h-full min-h-[46px] w-full border border-rule text-sm" onClick={onNewPart}>
                Add a part
              </button>
            </li>
            <li className={`tab:hidden ${all ? "" : "hidden"}`}>
              <button className="h-full min-h-[46px] w-full border border-rule text-sm" onClick={onScene}>
                Scenes
              </button>
            </li>
            <li className={`tab:hidden ${all ? "" : "hidden"}`}>
              <button className="h-full min-h-[46px] w-full border border-rule text-sm" onClick={onAgain}>
                Again
              </button>
            </li>
            <li className="tab:hidden">
              <button
                className="h-full min-h-[46px] w-full border border-rule text-sm"
                aria-expanded={all}
                onClick={() => setAllAt(all ? null : pathname)}
              >
                {all ? "Fewer" : "More"}
              </button>
            </li>
          </ul>
          <button
            className="btn btn-solid min-h-[44px] px-1 text-sm max-tab:hidden tab:w-[5.8rem] desk:w-[7.2rem]"
            onClick={onNewPart}
            title="A file, a size, or made by hand (n)"
          >
            Add a part{" "}
            <span className="max-desk:hidden">
              <Key k="n" />
            </span>
          </button>
          {scene.demo && (
            <p className="px-2 py-1 text-xs leading-tight text-soft max-desk:hidden desk:w-[7.2rem]">
              This is the demo. Add a part to start your own scene.
            </p>
          )}
          {scene.demo && (
            <button className="min-h-[44px] border-t border-rule text-sm hover:bg-paper max-tab:hidden" onClick={() => void onResetDemo()}>
              Reset demo
            </button>
          )}
          <div className="flex flex-wrap border-t border-rule text-[0.82rem] max-tab:hidden tab:w-[5.8rem] desk:w-[7.2rem] desk:flex-nowrap">
            <button className="min-h-[44px] min-w-[44px] flex-1 hover:bg-paper desk:min-w-0" onClick={onScene} title="Scenes and files (s)">
              Scenes
            </button>
            <button
              className="min-h-[44px] min-w-[44px] flex-1 hover:bg-paper desk:min-w-0"
              onClick={onAgain}
              title="Mixes, settings, finishes, lessons again (a)"
            >
              Again
            </button>
            <button
              className="min-h-[44px] min-w-[44px] flex-1 hover:bg-paper desk:min-w-[26px] desk:flex-none"
              onClick={() => setListOpen(true)}
              aria-label="List of keys"
              title="List of keys (?)"
            >
              ?
            </button>
          </div>
        </nav>
      </div>
      <div className="no-print relative">
        {problem && (
          <p role="alert" className="absolute -top-14 right-2 z-30 max-w-xl border-2 border-act bg-paper px-2 py-1 text-act">
            ▲ {problem}
          </p>
        )}
        {reckoning && (
          <p role="status" className="absolute -top-7 right-2 border border-ink bg-paper px-2 text-sm">
            {reckoning}
          </p>
        )}
        <Staff ratio={scene.scale.ratio} distanceMm={scene.viewingDistanceMm} marks={marks} ownThings={scene.ownThings} />
      </div>
      <KeyList open={listOpen} onOpenChange={setListOpen} />
    </div>
  );
});

function StationCell({ station, base, words, folded }: { station: Station; base: string; words: string; folded: boolean }) {
  const navigate = useNavigate();
  useKey(station.key, station.name, "Stations", () => void navigate(`${base}/${station.id}`));
  return (
    <li className={`min-h-0 ${folded ? "max-tab:hidden" : ""}`}>
      <NavLink
        to={`${base}/${station.id}`}
        title={`${station.name} (${station.key})`}
        className={({ isActive }) =>
          `flex h-full min-h-[46px] flex-col justify-center px-2 py-0.5 leading-tight max-tab:items-center max-tab:border max-tab:border-rule max-tab:px-0.5 max-tab:text-center desk:px-3 ${
            isActive ? "border-[1.5px] border-ink bg-paper font-semibold tab:border-l-0" : "border-b border-rule text-soft hover:bg-paper"
          }`
        }
      >
        <span className="flex items-baseline justify-between gap-1 text-[0.95rem] desk:text-[1.05rem]">
          {station.name}
          <span className="max-desk:hidden">
            <Key k={station.key} />
          </span>
        </span>
        <span className={`text-sm max-tab:hidden ${/clash/.test(words) ? "text-act" : ""}`}>{words || "\u00a0"}</span>
      </NavLink>
    </li>
  );
}

function KeyList({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const keys = useKeyList();
  const groups = [...new Set(keys.map((k) => k.group))];
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Keys">
      <div className="grid gap-x-8 tab:grid-cols-2">
        {groups.map((g) => (
          <section key={g} className="mb-3 break-inside-avoid">
            <h3 className="text-lg">{g}</h3>
            <dl>
              {keys
                .filter((k) => k.group === g)
                .map((k) => (
                  <div key={k.key} className="flex gap-3 border-b border-rule py-1">
                    <dt className="w-24">
                      <kbd className="key text-base">{keyName(k.key)}</kbd>
                    </dt>
                    <dd>{k.label}</dd>
                  </div>
                ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  );
}
