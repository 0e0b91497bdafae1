import { act, read } from "../../../stand-ins/http";
import type { Route } from "./+types/printer";

export const loader = ({ params, request }: Route.LoaderArgs) => read(params.printerId, params.what, request);
export const action = ({ params, request }: Route.ActionArgs) => act(params.printerId, params.what, request);
