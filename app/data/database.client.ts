import { InchHollowDatabase } from "../../store/database";

/** The one database of this browser. */
export const db = new InchHollowDatabase();
