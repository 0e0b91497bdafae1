import { createContext, useContext } from "react";
import type { Reckoning } from "./usePrintFacts";

export const ReckoningContext = createContext<Reckoning>({ text: null, problems: new Map() });
export const useReckoning = (): Reckoning => useContext(ReckoningContext);
