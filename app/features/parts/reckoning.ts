import { createContext, useContext } from "react";
import type { Reckoning } from "./useReckoned";

export const ReckoningContext = createContext<Reckoning>({ text: null, problems: new Map() });
export const useReckoning = (): Reckoning => useContext(ReckoningContext);
