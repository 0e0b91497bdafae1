/**
 * Who may ask what. The server stands on somebody's own machine, so other pages in the same browser can reach it: it answers only to its
 * own names, against a name that was bound to the loopback address afterwards (DNS rebinding), and takes what changes something only from
 * its own pages (Fetch Metadata, W3C; Origin, RFC 6454).
 */
import { hostname } from "node:os";

/** Longest body that is taken, bytes; and how long it may take to come, ms. */
const MOST_BODY = 64_000;
const BODY_MS = 10_000;
/** An answer from a phone brings pictures, and comes over the air. */
const MOST_HANDED = 64_000_000;
const HANDED_MS = 120_000;
const isHandover = (url) => /^\/handover(\/|\?|$)/.test(url);

const LOOPBACK = /^(localhost|127(\.\d{1,3}){3}|\[::1\])$/;

/** The name without its port, in small letters; null where the header names no host. */
function hostOf(header) {
  if (typeof header !== "string" || /[\s/\\?#@]/.test(header)) return null;
  try {
    const { host, hostname: name } = new URL(`http://${header}`);
    return host === "" ? null : name;
  } catch {
    return null;
  }
}

/**
 * Is this one of the server's own names: loopback, what HOST says, or, where it listens on all addresses, the machine's own name (alone or
 * with .local, RFC 6762) and the very address that was connected to?
 * @param {string} name
 * @param {string | undefined} said what HOST says
 * @param {string | undefined} address the connection's own end
 */
function isOwnHost(name, said, address) {
  if (LOOPBACK.test(name) || name === said?.toLowerCase()) return true;
  const bare = address?.replace(/^::ffff:/, "");
  const open = said === "0.0.0.0" || said === "::";
  const own = hostname().toLowerCase();
  return open && [bare, `[${bare}]`, own, `${own}.local`].includes(name);
}

/** Does this come from one of our own pages, or from no page at all? */
function isOwnOrigin({ origin, host, "sec-fetch-site": site }) {
  if (origin !== undefined) return origin === `http://${host}` || origin === `https://${host}`;
  return site === undefined || site === "same-origin" || site === "none";
}

/** A way up in an address, however it is written. */
function climbs(url) {
  try {
    return url
      .split("?")[0]
      .split("/")
      .some((part) => decodeURIComponent(part) === "..");
  } catch {
    return false;
  }
}

const refuse = (response, status, text) => void response.status(status).type("text").send(`${text}\n`);

/** @param {{ host?: string, bodyMs?: number }} options what HOST says; how long a body may take */
export const doors =
  ({ host: said, bodyMs = BODY_MS } = {}) =>
  (request, response, next) => {
    const name = hostOf(request.headers.host);
    if (name === null) return refuse(response, 400, "The Host header names no host.");
    if (!isOwnHost(name, said, request.socket.localAddress)) return refuse(response, 421, "This server does not answer to that name.");
    // What begins with two slashes would be read as another host.
    if (request.url.startsWith("//") || climbs(request.url)) return refuse(response, 404, "There is nothing at this address.");
    const site = request.headers["sec-fetch-site"];
    if ((request.url.startsWith("/stand-ins/") || isHandover(request.url)) && (site === "cross-site" || site === "same-site"))
      return refuse(response, 403, "Only this program’s own pages may ask that.");
    if (request.method !== "POST") return next();
    if (!isOwnOrigin(request.headers)) return refuse(response, 403, "Only this program’s own pages may change something here.");
    const length = request.headers["content-length"];
    if (length === undefined) return refuse(response, 411, "Say how long the body is.");
    if (!(Number(length) <= (isHandover(request.url) ? MOST_HANDED : MOST_BODY))) {
      response.set("Connection", "close");
      return refuse(response, 413, "The body is longer than anything that is taken here.");
    }
    if (Number(length) > 0 && !request.is("application/json")) return refuse(response, 415, "Only JSON is taken here.");
    const late = setTimeout(() => request.destroy(), isHandover(request.url) ? HANDED_MS : bodyMs);
    for (const event of ["end", "close"]) request.once(event, () => clearTimeout(late));
    next();
  };
