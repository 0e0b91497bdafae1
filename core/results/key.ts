import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import stringify from "safe-stable-stringify";
import { ofOne } from "../derive";
import { RESULT_VERSIONS, type ResultRequest } from "./kinds";

/**
 * What a result is kept under: kind, method version, SHA-256 of its inputs as canonical JSON (keys in order, whatever order they came in).
 * Requests are made once for a row and asked often: a page looks up hundreds at every turn.
 */
export const resultKey = ofOne(
  ({ kind, inputs }: ResultRequest): string => `${kind} ${RESULT_VERSIONS[kind]} ${bytesToHex(sha256(utf8ToBytes(stringify(inputs))))}`,
);
