import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";

/** Hex SHA-256 of a file's bytes (FIPS 180-4): how meshes are named. By the platform where it offers that: not over plain HTTP from another machine. */
export async function contentHash(bytes: Uint8Array): Promise<string> {
  const { subtle } = crypto as { subtle?: SubtleCrypto };
  return bytesToHex(subtle ? new Uint8Array(await subtle.digest("SHA-256", bytes as Uint8Array<ArrayBuffer>)) : sha256(bytes));
}
