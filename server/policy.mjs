/** What every answer carries: what the browser may load, and that it takes no answer for something else than it says it is. */

/**
 * No outside origin; WASM is allowed. Workers go by the policy of their own file, so files carry it too.
 * @param {string} [nonce] of the scripts that stand in a document
 */
export const contentPolicy = (nonce) =>
  [
    "default-src 'self'",
    `script-src 'self'${nonce ? ` 'nonce-${nonce}'` : ""} 'wasm-unsafe-eval'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    // What was spoken at a step.
    "media-src 'self' blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");

export const FIXED_HEADERS = {
  "X-Content-Type-Options": "nosniff",
  "Referrer-Policy": "no-referrer",
  // Pages of other origins share no window with ours, and take none of its files.
  "Cross-Origin-Opener-Policy": "same-origin",
  "Cross-Origin-Resource-Policy": "same-origin",
  "Permissions-Policy": "camera=(), microphone=(self), geolocation=(), payment=(), usb=(), serial=(), bluetooth=(), midi=()",
};
