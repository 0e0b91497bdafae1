/** What the server answers to what no browser of ours would send, and what every answer carries. */
import { connect, type AddressInfo } from "node:net";
import { mkdtempSync, mkdirSync, writeFileSync } from "node:fs";
import type { Server } from "node:http";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { createApp } from "./app.mjs";

let server: Server;
let port = 0;
beforeAll(async () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  const dir = mkdtempSync(path.join(tmpdir(), "inch-server-"));
  mkdirSync(path.join(dir, "assets"));
  writeFileSync(path.join(dir, "assets/a-1234.js"), "1");
  writeFileSync(path.join(dir, "icon.svg"), "<svg/>");
  // Documents are the build's own affair: here it always fails, as a faulty one would.
  const build = {} as never;
  await new Promise<void>((done) => {
    server = createApp(build, dir).listen(0, "127.0.0.1", () => done());
  });
  port = (server.address() as AddressInfo).port;
});
afterAll(() => server.close());

/** Raw bytes to the server, its whole answer. */
const raw = (request: string): Promise<string> =>
  new Promise((done, failed) => {
    const socket = connect(port, "127.0.0.1", () => socket.write(request));
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
  // RFC 9110, 7.2: an invalid Host is answered with 400.
  it.each(["a b", "a/b", "a?b", "x@y", "[::1", "host:99999", ""])("refuses the host %j", async (host) => {
    expect(status(await ask("GET", "/icon.svg", host))).toBe(400);
  });
  it.each(["localhost", "localhost:4500", "127.0.0.1", "[::1]:4500", "bench.local"])("takes the host %j", async (host) => {
    expect(status(await ask("GET", "/icon.svg", host))).toBe(200);
  });
  it.each([
    ["/icon.svg", 200],
    ["/assets/a-1234.js", 200],
    ["/assets/none.js", 404],
    ["/assets/../../../etc/passwd", 403],
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
