/** Results that a page asks for, as long as it is shown. */
import { useEffect } from "react";
import { resultKey, type ResultRequest } from "~core/results";
import { desk } from "~app/data/results.client";
import { PRIORITY } from "../../workers/pool";

/** Holds what is asked for while the page is shown. */
export function useWanted(requests: readonly ResultRequest[]): void {
  const key = requests.map(resultKey).sort().join(" ");
  useEffect(() => {
    const release = requests.map((r) => desk.want(r, PRIORITY.shown));
    return () => release.forEach((end) => end());
    // The keys name all that the requests say.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
}
