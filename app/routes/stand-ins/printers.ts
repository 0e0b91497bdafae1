import { list } from "../../../stand-ins/http";

export const loader = () => list(Date.now());
