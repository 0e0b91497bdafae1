import type { RequestHandler } from "express";
export function doors(options?: { host?: string; bodyMs?: number }): RequestHandler;
