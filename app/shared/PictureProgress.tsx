/** A picture that is being opened: how far, and a way to stop it. Most take no time, and are not mentioned. */
import { useEffect, useState } from "react";
import { Progress } from "~app/ui/progress";
import type { PictureWork } from "./pictures";

const UNMENTIONED_MS = 400;

export const PictureProgress = ({ work: { state, stop } }: { work: PictureWork }) => state && <Opening {...state} stop={stop} />;

function Opening({ words, share, stop }: NonNullable<PictureWork["state"]> & Pick<PictureWork, "stop">) {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), UNMENTIONED_MS);
    return () => clearTimeout(timer);
  }, []);
  if (!late) return null;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3" role="group" aria-label="Opening pictures">
      <Progress share={share} label="Opening pictures" />
      <span className="min-w-0 truncate text-soft">{words}</span>
      <button className="btn" onClick={stop}>
        Stop
      </button>
    </div>
  );
}
