import { createContext } from "react";

/** The page's nonce while the server draws it; empty in the browser, where scripts run already. */
export const NonceContext = createContext("");
