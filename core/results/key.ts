import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import stringify from "safe-stable-stringify";
import { RESULT_VERSIONS, type ResultRequest } from "./kinds";

/** Requests are made once for a row and asked often: a page looks up hundreds at every turn. */
const keys = new WeakMap<ResultRequest, string>();

/** What a result is kept under: kind, method version, SHA-256 of its inputs as canonical JSON (keys in order, whatever order they came in). */
export function resultKey(request: ResultRequest): string {
  let key = keys.get(request);
  if (key === undefined) {
    const { kind, inputs } = request;
    key = `${kind} ${RESULT_VERSIONS[kind]} ${bytesToHex(sha256(utf8ToBytes(stringify(inputs))))}`;
    keys.set(request, key);
  }
  return key;
}
