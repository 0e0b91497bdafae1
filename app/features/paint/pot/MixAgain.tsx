/** From a piece, or a step of it, to its pot: mixed again. */
import { useNavigate } from "react-router";
import type { Paint } from "~core/project";
import { useProject } from "~app/shared/scene";
import { mixedAgain, usePotDraft } from "~app/shared/potDraft";

export function MixAgain({ paint }: { paint: Paint | undefined }) {
  const { scene, paints } = useProject();
  const [, set] = usePotDraft(scene.id);
  const navigate = useNavigate();
  if (!paint?.mix) return null;
  const { mix, hex } = paint;
  return (
    <button
      className="btn-text"
      aria-label={`Mix ${paint.name} again`}
      onClick={() => {
        set(mixedAgain(mix, hex, paints));
        void navigate(`/s/${scene.id}/paint/pot`);
      }}
    >
      Mix it again
    </button>
  );
}
