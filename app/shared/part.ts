/** The part that a tab of one part shows. */
import { useOutletContext } from "react-router";
import type { Part } from "~core/project";

export const usePart = (): Part => useOutletContext<Part>();
