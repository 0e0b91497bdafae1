/** Again (a): what was kept, the part's own first. Digits pick, letters filter, a card says what it takes now. */
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { againOf, againWith, type Again } from "~core/look";
import { useProject } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { Dialog } from "~app/ui/dialog";
import { Key } from "~app/ui/keys";
import { MixAgainCard } from "./MixAgainCard";
import { FinishCard, LessonCard, SettingsCard } from "./Cards";

/** As many as there are digits. */
const SHOWN = 9;

const KINDS: Record<Again["kind"], string> = { mix: "mix", settings: "print", finish: "finish", lesson: "lesson" };

export function AgainDialog({ partId, onClose }: { partId: string | null; onClose: () => void }) {
  const project = useProject();
  const { model } = useTonight();
  const navigate = useNavigate();
  const [words, setWords] = useState("");
  const [key, setKey] = useState<string | null>(null);
  const all = useMemo(() => againOf(project, model, partId), [project, model, partId]);
  const found = againWith(all, words).slice(0, SHOWN);
  const chosen = found.find((a) => a.key === key) ?? null;
  const part = project.parts.find((p) => p.id === partId);
  const leave = (path: string): void => {
    onClose();
    void navigate(`/s/${project.scene.id}/${path}`);
  };
  return (
    <Dialog open wide onOpenChange={(o) => !o && onClose()} title={part ? `Again, for ${part.name}` : "Again"}>
      <label>
        <span className="label">A digit picks, letters search</span>
        <input
          className="field w-full"
          autoFocus
          value={words}
          maxLength={80}
          placeholder="brown, wall, matt"
          onChange={(e) => setWords(e.target.value)}
          onKeyDown={(e) => {
            const n = Number(e.key);
            // A digit within a word is a letter of it.
            const picks = e.key === "Enter" ? found[0] : words.trim() === "" || /\s$/.test(words) ? found[n - 1] : undefined;
            if (!picks || (e.key !== "Enter" && !/^[1-9]$/.test(e.key))) return;
            e.preventDefault();
            setKey(picks.key);
          }}
        />
      </label>
      {all.length === 0 && (
        <p className="mt-3 text-soft">
          Nothing is kept yet. Mixes that you keep at the pot, prints that went well, recipes and lessons can be called up here.
        </p>
      )}
      {all.length > 0 && found.length === 0 && <p className="mt-3 text-soft">Nothing kept has these letters.</p>}
      <ol className="mt-2">
        {found.map((a, i) => (
          <li key={a.key} className="border-b border-rule">
            <button
              className={`flex min-h-[44px] w-full items-center gap-3 text-left hover:bg-board ${a === chosen ? "bg-board" : ""}`}
              aria-expanded={a === chosen}
              onClick={() => setKey(a === chosen ? null : a.key)}
            >
              <Key k={String(i + 1)} />
              <span className="w-14 shrink-0 text-soft">{KINDS[a.kind]}</span>
              {a.kind === "mix" && (
                <span className="h-6 w-6 shrink-0 border border-ink" style={{ background: a.paint.hex }} aria-hidden="true" />
              )}
              <span className="min-w-0 flex-1">
                <span className={a.here ? "font-semibold" : ""}>{a.title}</span>
                {a.detail && <span className="block truncate text-sm text-soft">{a.detail}</span>}
              </span>
              {a.here && part && <span className="shrink-0 text-sm text-soft">on this part</span>}
            </button>
            {a === chosen && (
              <div className="mb-3 ml-8 border-l-2 border-rule pl-3">
                {a.kind === "mix" && <MixAgainCard kept={a} partId={partId} onLeave={leave} />}
                {a.kind === "settings" && <SettingsCard record={a.record} onLeave={leave} />}
                {a.kind === "finish" && <FinishCard recipe={a.recipe} part={part} onLeave={leave} />}
                {a.kind === "lesson" && <LessonCard onLeave={leave} />}
              </div>
            )}
          </li>
        ))}
      </ol>
      {againWith(all, words).length > SHOWN && (
        <p className="mt-1 text-soft">{againWith(all, words).length - SHOWN} more: type a letter or two.</p>
      )}
    </Dialog>
  );
}
