import { Tooltip } from "radix-ui";
import { use, type ReactNode } from "react";
import { Links, Meta, Outlet, Scripts, ScrollRestoration, useRouteLoaderData } from "react-router";
import type { Route } from "./+types/root";
import "./app.css";
import "./dropped-answers";
import { NonceContext } from "./nonce";
import { readSettings } from "./settings.server";

export const links: Route.LinksFunction = () => [{ rel: "icon", href: "/favicon.svg", type: "image/svg+xml" }];

export async function loader({ request }: Route.LoaderArgs) {
  return { settings: await readSettings(request) };
}

export function Layout({ children }: { children: ReactNode }) {
  const nonce = use(NonceContext);
  const root = useRouteLoaderData<typeof loader>("root");
  return (
    <html lang="en" className={root?.settings.theme === "lamp" ? "lamp" : ""}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
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

export default function Root() {
  return (
    <Tooltip.Provider delayDuration={250} skipDelayDuration={400}>
      <Outlet />
    </Tooltip.Provider>
  );
}

export function ErrorBoundary() {
  return (
    <main className="mx-auto max-w-xl p-12">
      <h1 className="font-serif text-2xl">Yubrin could not answer</h1>
      <p className="mt-3 text-soft">
        The server met a fault of its own. Nothing was lost. Reload the page, or look at the server&apos;s log.
      </p>
      <a className="figure-link mt-4 inline-block" href="/">
        To Today
      </a>
    </main>
  );
}
