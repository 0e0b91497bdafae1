/** How each kind of result is computed: a file each. Only workers, commands and tests load this. */
import type { OnProgress, Problem, Result } from "../../units";
import { resultKey } from "../key";
import type { ResultKind, ResultRequest, ValueOf } from "../kinds";
import type { Lookup } from "../join";
import { areas } from "./areas";
import { balance } from "./balance";
import { crossings } from "./crossings";
import { cuts } from "./cuts";
import { fields } from "./fields";
import { foot } from "./foot";
import { footprint } from "./footprint";
import { hollow } from "./hollow";
import { marks } from "./marks";
import { mesh } from "./mesh";
import { outline } from "./outline";
import { print } from "./print";
import { Reader, type Compute, type Supplies } from "./reader";
import { sheet } from "./sheet";
import { surfaces } from "./surfaces";
import { walls } from "./walls";
import { ways } from "./ways";
import { zones } from "./zones";

export { paintedOf } from "./fields";
export { surfacesIn } from "./shapes";
export { judge, Reader, type Loaded, type Supplies } from "./reader";

const COMPUTE: { [K in ResultKind]: Compute<K> } = {
  areas,
  balance,
  crossings,
  cuts,
  fields,
  foot,
  footprint,
  hollow,
  marks,
  mesh,
  outline,
  print,
  sheet,
  surfaces,
  walls,
  ways,
  zones,
};

/** Computes one result. */
export function compute<R extends ResultRequest>(
  { kind, inputs }: R,
  reader: Reader,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Promise<Result<ValueOf<R>>> {
  const how = COMPUTE[kind] as Compute<R["kind"]>;
  return how(inputs as never, reader, onProgress, signal);
}

/** Everything that a scene wants, one after the other: for commands and tests, where nobody looks on. What fails is left out, with its problem. */
export async function computeWanted(
  requests: readonly ResultRequest[],
  supplies: Supplies,
): Promise<{ lookup: Lookup; values: Map<ResultRequest, ValueOf<ResultRequest>>; problems: Problem[] }> {
  const reader = new Reader(supplies);
  const byKey = new Map<string, ValueOf<ResultRequest>>();
  const values = new Map<ResultRequest, ValueOf<ResultRequest>>();
  const problems: Problem[] = [];
  for (const request of requests) {
    const key = resultKey(request);
    if (byKey.has(key)) continue;
    const done = await compute(request, reader);
    if (!done.ok) {
      problems.push(done.problem);
      continue;
    }
    byKey.set(key, done.value);
    values.set(request, done.value);
  }
  const lookup: Lookup = (request) => byKey.get(resultKey(request)) as never;
  return { lookup, values, problems };
}
