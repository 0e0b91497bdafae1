/** Streams the document with a content security policy of its own: a fresh nonce a page, no outside origin, WASM allowed. */
import { PassThrough } from "node:stream";
import { randomBytes } from "node:crypto";
import { createReadableStreamFromReadable } from "@react-router/node";
import { renderToPipeableStream } from "react-dom/server";
import { ServerRouter, type EntryContext } from "react-router";
import { contentPolicy, FIXED_HEADERS } from "../server/policy.mjs";
import { NonceContext } from "./nonce";

export default function handleRequest(request: Request, status: number, headers: Headers, context: EntryContext): Promise<Response> {
  const nonce = randomBytes(16).toString("base64");
  headers.set("Content-Type", "text/html; charset=utf-8");
  headers.set("Content-Security-Policy", contentPolicy(nonce));
  for (const [name, value] of Object.entries(FIXED_HEADERS)) headers.set(name, value);
  return new Promise((resolve, reject) => {
    let failed = false;
    const { pipe } = renderToPipeableStream(
      <NonceContext value={nonce}>
        <ServerRouter context={context} url={request.url} nonce={nonce} />
      </NonceContext>,
      {
        nonce,
        onShellReady() {
          const body = new PassThrough();
          resolve(new Response(createReadableStreamFromReadable(body), { status: failed ? 500 : status, headers }));
          pipe(body);
        },
        onShellError: reject,
        onError(error) {
          failed = true;
          console.error(error);
        },
      },
    );
  });
}
