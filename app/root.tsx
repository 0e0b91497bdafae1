import { useContext, useEffect, useSyncExternalStore } from "react";
import { Links, Meta, Outlet, Scripts, ScrollRestoration } from "react-router";
import { Toaster } from "sonner";
import type { Route } from "./+types/root";
import { troubleText } from "./features/bench/trouble";
import { NonceContext } from "./nonce";
import { registerOffline } from "./offline/register";
import "./app.css";

// Runs before the first paint, so that a lamp-lit page does not flash white.
const LAMP_SCRIPT = `try{var l=localStorage.getItem("lamp");if(l==="on"||(l===null&&matchMedia("(prefers-color-scheme: dark)").matches))document.documentElement.dataset.lamp="on"}catch(e){}`;

export function Layout({ children }: { children: React.ReactNode }) {
  const nonce = useContext(NonceContext);
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <title>Inch Hollow</title>
        <link rel="icon" href="/icon.svg" type="image/svg+xml" />
        <link rel="manifest" href="/manifest.webmanifest" />
        <meta name="theme-color" content="#17242c" />
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: LAMP_SCRIPT }} />
        <Meta />
        <Links />
      </head>
      <body>
        {children}
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function App() {
  useEffect(() => void registerOffline(), []);
  // Messages come later than the page: in the shell that is served they would stand twice.
  const loaded = useSyncExternalStore(
    () => () => undefined,
    () => true,
    () => false,
  );
  return (
    <>
      <Outlet />
      {loaded && (
        <Toaster
          position="bottom-left"
          offset={{ bottom: 16, left: 16 }}
          mobileOffset={{ bottom: 8 }}
          visibleToasts={3}
          toastOptions={{
            unstyled: true,
            className: "flex items-center gap-4 bg-ink text-paper px-4 py-3 text-base font-sans",
            actionButtonStyle: { textDecoration: "underline", padding: "0.5rem", whiteSpace: "nowrap", flexShrink: 0 },
          }}
        />
      )}
    </>
  );
}

export function HydrateFallback() {
  return <p className="p-10 font-slab text-xl">Opening the bench book…</p>;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const { gone, text, fault } = troubleText(error);
  return (
    <main className="mx-auto mt-10 max-w-2xl border-[1.5px] border-ink bg-paper p-8">
      <h1 className="text-2xl">{gone ? "Nothing at this address" : "This page could not be shown"}</h1>
      <p className="mt-3">{text}</p>
      {fault && <p className="text-soft">What stopped it: {fault}</p>}
      <a className="btn mt-6" href="/bench">
        Go to the bench
      </a>
    </main>
  );
}
