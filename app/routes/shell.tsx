import { redirect } from "react-router";

/** The page as it looks before anything is known: kept in the browser, it opens every address when the server is away. */
export function clientLoader() {
  throw redirect("/");
}

export function HydrateFallback() {
  return <p className="p-10 font-slab text-xl">Opening the bench book…</p>;
}

export default function Shell() {
  return null;
}
