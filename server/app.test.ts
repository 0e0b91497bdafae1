/** What the server answers to what no browser of ours would send, and what every answer carries. */
import { connect, type AddressInfo } from "node:net";
import { mkdtempSync, mkdirSync, writeFileSync } from "node:fs";
import type { Server } from "node:http";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import express, { type ErrorRequestHandler } from "express";
import { createApp } from "./app.mjs";
import { doors } from "./doors.mjs";

let server: Server;
let port = 0;
beforeAll(async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const dir = mkdtempSync(path.join(tmpdir(), "inch-server-"));
  mkdirSync(path.join(dir, "assets"));
  writeFileSync(path.join(dir, "assets/a-1234.js"), "1");
  writeFileSync(path.join(dir, "assets/b-1234.js"), "let a;".repeat(2000));
  writeFileSync(path.join(dir, "icon.svg"), "<svg/>");
  // Documents are the build's own affair: here it always fails, as a faulty one would.
  const build = {} as never;
  await new Promise<void>((done) => {
    server = createApp(build, dir, { host: "bench.local", bodyMs: 300 }).listen(0, "127.0.0.1", () => done());
  });
  port = (server.address() as AddressInfo).port;
});
afterAll(() => server.close());

/** Raw bytes to the server, its whole answer. */
const raw = (request: string, at = port): Promise<string> =>
  new Promise((done, failed) => {
    const socket = connect(at, "127.0.0.1", () => socket.write(request));
    let answer = "";
    socket.on("data", (d) => (answer += String(d)));
    socket.on("end", () => done(answer));
    socket.on("error", failed);
  });
const ask = (method: string, url: string, host = "localhost"): Promise<string> =>
  raw(`${method} ${url} HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`);
const status = (answer: string): number => Number(answer.split(" ")[1]);

describe("the server", () => {
  // RFC 9110, 9.3.8: a server need not answer TRACE; 15.5.6: 405 names what is allowed.
  it.each(["TRACE", "PROPFIND", "DELETE"])("refuses %s before it is looked at, and says what is allowed", async (method) => {
    const answer = await ask(method, "/");
    expect(status(answer)).toBe(405);
    expect(answer).toMatch(/^Allow: GET, HEAD, POST, OPTIONS/m);
  });
  it("packs nothing for a browser on the same machine", async () => {
    const answer = await raw("GET /assets/b-1234.js HTTP/1.1\r\nHost: localhost\r\nAccept-Encoding: gzip, br\r\nConnection: close\r\n\r\n");
    expect(status(answer)).toBe(200);
    expect(answer).not.toMatch(/^Content-Encoding/im);
  });
  // RFC 9110, 7.2: an invalid Host is answered with 400.
  it.each(["a b", "a/b", "a?b", "x@y", "[::1", "host:99999", ""])("refuses the host %j", async (host) => {
    expect(status(await ask("GET", "/icon.svg", host))).toBe(400);
  });
  it.each(["localhost", "localhost:4500", "127.0.0.1", "[::1]:4500", "Bench.Local"])("takes the host %j", async (host) => {
    expect(status(await ask("GET", "/icon.svg", host))).toBe(200);
  });
  it.each([
    ["/icon.svg", 200],
    ["/assets/a-1234.js", 200],
    ["/assets/none.js", 404],
    ["/assets/../../../etc/passwd", 404],
    ["/%E0%A4%A", 400],
    ["/anything", 500],
  ])("%s is answered with %d, with nosniff and the policy", async (url, want) => {
    const answer = await ask("GET", url);
    expect(answer).toMatch(/^X-Content-Type-Options: nosniff/im);
    expect(answer).toMatch(/^Content-Security-Policy: default-src 'self'/im);
    expect(answer).toMatch(/^Referrer-Policy: no-referrer/im);
    expect(answer).not.toMatch(/x-powered-by|node_modules|\n\s+at /i);
    expect(status(answer)).toBe(want);
  });
  it("keeps files named by their content for long, and asks for the others anew", async () => {
    expect(await ask("GET", "/assets/a-1234.js")).toMatch(/^Cache-Control: public, max-age=31536000, immutable/im);
    expect(await ask("GET", "/icon.svg")).toMatch(/^Cache-Control: public, max-age=0/im);
  });
});

describe("who may ask what", () => {
  const post = (headers: Record<string, string>, body = "{}", host = "localhost"): Promise<string> =>
    raw(
      `POST /stand-ins/printers/large/job HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n${Object.entries({
        "Content-Type": "application/json",
        "Content-Length": String(body.length),
        ...headers,
      })
        .map(([k, v]) => `${k}: ${v}\r\n`)
        .join("")}\r\n${body}`,
    );
  /** Past the doors: what lies behind them always fails in this test. */
  const IN = 500;
  // A name that was bound to the loopback address after the page was loaded.
  it.each(["evil.example", "evil.example:4500", "127.0.0.1.evil.example", "192.168.1.7", "localhost.evil.example"])(
    "does not answer to %j",
    async (host) => {
      expect(status(await ask("GET", "/icon.svg", host))).toBe(421);
      expect(status(await post({}, "{}", host))).toBe(421);
    },
  );
  it("takes what its own pages and plain programs send", async () => {
    expect(status(await post({ Origin: "http://localhost", "Sec-Fetch-Site": "same-origin" }))).toBe(IN);
    expect(status(await post({ Origin: "http://localhost:4500" }, "{}", "localhost:4500"))).toBe(IN);
    expect(status(await post({}))).toBe(IN);
  });
  it.each([
    [{ Origin: "http://evil.example" }],
    [{ Origin: "null" }],
    [{ Origin: "http://localhost:9999" }],
    [{ "Sec-Fetch-Site": "cross-site" }],
    [{ "Sec-Fetch-Site": "same-site" }],
    [{ Origin: "https://localhost.evil.example", "Sec-Fetch-Site": "cross-site" }],
  ])("refuses what another page sends: %j", async (headers) => {
    expect(status(await post(headers))).toBe(403);
  });
  // What a form or a simple request can send without being asked first (Fetch Standard, CORS-safelisted content types).
  it.each(["text/plain", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x"])("takes no %s", async (type) => {
    expect(status(await post({ "Content-Type": type }))).toBe(415);
  });
  it("refuses a large body before it is read, and one of unknown length", async () => {
    expect(status(await post({ "Content-Length": "64000000" }, ""))).toBe(413);
    expect(
      status(await raw("POST /x HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n")),
    ).toBe(411);
  });
  it("takes an answer with pictures at the hand-over alone, and only from its own pages", async () => {
    const hand = (path: string, headers: string): Promise<string> =>
      raw(`POST ${path} HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\nContent-Type: application/json\r\n${headers}\r\n{}`);
    expect(status(await hand("/handover", "Content-Length: 2\r\n"))).toBe(IN);
    expect(status(await hand("/handover/ABCD2345", "Content-Length: 70000000\r\n"))).toBe(413);
    expect(status(await hand("/handovers", "Content-Length: 70000\r\n"))).toBe(413);
    expect(status(await hand("/handover", "Content-Length: 2\r\nOrigin: http://evil.example\r\n"))).toBe(403);
    const look = (site: string): Promise<string> =>
      raw(`GET /handover/ABCD2345 HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\nSec-Fetch-Site: ${site}\r\n\r\n`);
    expect(status(await look("cross-site"))).toBe(403);
    expect(status(await look("same-origin"))).toBe(IN);
  });
  it.each(["//evil.example/x", "/stand-ins/printers/../x", "/stand-ins/printers/%2e%2e/job", "/a/..%2fb/.."])(
    "has nothing at %s",
    async (url) => {
      const answer = await ask("GET", url);
      expect(status(answer)).toBe(404);
      expect(answer).toMatch(/Nothing at this address/i);
    },
  );
  it("hangs up on a body that never ends, while others are answered", async () => {
    const app = express();
    app.use(doors({ bodyMs: 200 }));
    app.post("/", async (request, response) => {
      for await (const _ of request as AsyncIterable<Buffer>);
      response.send("read");
    });
    // What was cut off is nobody's fault.
    app.use(((_error, _request, response, _next) => response.end()) as ErrorRequestHandler);
    const slow = app.listen(0, "127.0.0.1");
    await new Promise((done) => slow.once("listening", done));
    const own = (slow.address() as AddressInfo).port;
    const head = "POST / HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: ";
    const never = raw(`${head}5000\r\n\r\n{`, own).catch(() => "");
    expect(await raw(`${head}2\r\n\r\n{}`, own)).toMatch(/read$/);
    expect(await never).toBe("");
    slow.close();
  });
  it("a stranger's page learns nothing of the printers, and everybody gets an icon", async () => {
    const asked = (url: string, site: string): Promise<string> =>
      raw(`GET ${url} HTTP/1.1\r\nHost: localhost\r\nSec-Fetch-Site: ${site}\r\nConnection: close\r\n\r\n`);
    expect(status(await asked("/stand-ins/printers", "cross-site"))).toBe(403);
    expect(status(await asked("/stand-ins/printers", "same-origin"))).toBe(IN);
    expect(status(await ask("GET", "/favicon.ico"))).toBe(200);
  });
  it("keeps other origins out of its windows and files", async () => {
    const answer = await ask("GET", "/icon.svg");
    expect(answer).toMatch(/^Cross-Origin-Opener-Policy: same-origin/im);
    expect(answer).toMatch(/^Cross-Origin-Resource-Policy: same-origin/im);
    expect(answer).toMatch(/^Permissions-Policy: camera=\(\)/im);
    expect(answer).toMatch(/frame-ancestors 'none'/);
  });
});
