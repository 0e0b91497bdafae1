/** The program's own server: files of the build, documents, and nothing of the user's. */
import path from "node:path";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express from "express";
import { doors } from "./doors.mjs";
import { contentPolicy, FIXED_HEADERS } from "./policy.mjs";

/** What anybody may ask. Anything else, TRACE among it (RFC 9110, 9.3.8), is refused before it is looked at. */
const METHODS = new Set(["GET", "HEAD", "POST", "OPTIONS"]);

/** @param {import("express").Request} request */
const isLoopback = ({ socket }) => ["127.0.0.1", "::1", "::ffff:127.0.0.1"].includes(socket.remoteAddress ?? "");

/**
 * @param {import("react-router").ServerBuild} build
 * @param {string} clientDir folder of the built files
 * @param {{ host?: string, bodyMs?: number }} [options] what HOST says; how long a body may take to come
 */
export function createApp(build, clientDir, options = {}) {
  const app = express();
  app.disable("x-powered-by");
  app.use((request, response, next) => {
    response.set(FIXED_HEADERS);
    response.set("Content-Security-Policy", contentPolicy());
    if (!METHODS.has(request.method))
      return void response
        .status(405)
        .set("Allow", [...METHODS].join(", "))
        .type("text")
        .send("Method not allowed.\n");
    next();
  });
  app.use(doors(options));
  // On the same machine nothing is won by it: packing and unpacking take longer than the way.
  app.use(compression({ filter: (request, response) => !isLoopback(request) && compression.filter(request, response) }));
  app.get("/favicon.ico", (_request, response) => response.sendFile("icon.svg", { root: clientDir }));
  app.use("/assets", express.static(path.join(clientDir, "assets"), { immutable: true, maxAge: "1y", fallthrough: false }));
  // The service worker is asked for anew each time: it is how a new version is noticed.
  app.use(express.static(clientDir, { maxAge: 0, index: false }));
  // A document brings a policy of its own, with its nonce: it takes the place of the files' one instead of standing beside it.
  app.use((_request, response, next) => {
    const append = response.append.bind(response);
    response.append = (name, value) => (name.toLowerCase() === "set-cookie" ? append(name, value) : response.set(name, value));
    next();
  });
  app.all("/{*rest}", createRequestHandler({ build, mode: "production" }));
  app.use((error, _request, response, next) => {
    if (response.headersSent) return void next(error);
    const status = Number.isInteger(error.status) && error.status >= 400 && error.status < 500 ? error.status : 500;
    if (status === 500) console.error(error);
    response
      .status(status)
      .type("text")
      .send(status === 500 ? "The server made a mistake.\n" : "There is nothing at this address.\n");
  });
  return app;
}
