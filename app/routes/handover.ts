/** Where two browsers on one network hand each other a list and its answer: see core/away/desk. Nothing is stored, nothing is read. */
import { randomInt } from "node:crypto";
import { networkInterfaces } from "node:os";
import { HandoverDesk } from "~core/away";
import type { Problem } from "~core/units";
import type { Route } from "./+types/handover";

const desk = new HandoverDesk((under) => randomInt(under));

const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json", "Cache-Control": "no-store" } });
const STATUS: Record<string, number> = { "handover.none": 404, "handover.wait": 429, "handover.full": 507 };
const refused = (problem: Problem): Response => json({ error: problem }, STATUS[problem.code] ?? 400);
const unfit = (message: string): Response => json({ error: { code: "handover.unfit", message } }, 400);

/** Where another device finds this server; nowhere while it listens on the loopback address alone. */
function addresses(request: Request): string[] {
  const host = process.env.HOST || "127.0.0.1";
  const { port, protocol } = new URL(request.url);
  const at = (name: string): string => `${protocol}//${name}${port ? `:${port}` : ""}`;
  if (host !== "0.0.0.0" && host !== "::") return /^(localhost|127\.|::1)/.test(host) ? [] : [at(host)];
  return Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter((a) => a.family === "IPv4" && !a.internal)
    .map((a) => at(a.address));
}

export function loader({ params: { code, what }, request }: Route.LoaderArgs): Response {
  if (!code) return unfit("A list is fetched by its code.");
  if (what === undefined) {
    const list = desk.list(code, Date.now());
    return list.ok ? json({ list: list.value }) : refused(list.problem);
  }
  if (what !== "answer") return unfit("There is nothing at this address.");
  const answer = desk.answer(code, Number(new URL(request.url).searchParams.get("known") ?? 0), Date.now());
  return answer.ok ? json(answer.value ?? { turn: null }) : refused(answer.problem);
}

export async function action({ params: { code }, request }: Route.ActionArgs): Promise<Response> {
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    return unfit("The body is not JSON.");
  }
  const text = typeof body === "object" && body !== null && "text" in body ? body.text : null;
  if (typeof text !== "string" || text === "") return unfit("The body names no text.");
  const now = Date.now();
  if (!code) {
    const opened = desk.open(text, now);
    return opened.ok ? json({ code: opened.value, addresses: addresses(request) }) : refused(opened.problem);
  }
  const turn = desk.put(code, text, now);
  return turn.ok ? json({ turn: turn.value }) : refused(turn.problem);
}
