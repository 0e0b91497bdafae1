/** Streams the document with a content security policy of its own: a fresh nonce a page, no outside origin, WASM allowed. */
import { PassThrough } from "node:stream";
import { randomBytes } from "node:crypto";
import { createReadableStreamFromReadable } from "@react-router/node";
import { renderToPipeableStream } from "react-dom/server";
import { ServerRouter, type EntryContext } from "react-router";
import { NonceContext } from "./nonce";

const policy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");

export default function handleRequest(request: Request, status: number, headers: Headers, context: EntryContext): Promise<Response> {
  const nonce = randomBytes(16).toString("base64");
  headers.set("Content-Type", "text/html; charset=utf-8");
  headers.set("Content-Security-Policy", policy(nonce));
  headers.set("X-Content-Type-Options", "nosniff");
  headers.set("Referrer-Policy", "no-referrer");
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
