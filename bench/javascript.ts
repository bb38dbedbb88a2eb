import fs from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { row } from "./rows";

const ASSETS = "build/client/assets";

interface Manifest {
  readonly entry: { readonly module: string; readonly imports: readonly string[] };
  readonly routes: Readonly<
    Record<
      string,
      { readonly id: string; readonly parentId?: string; readonly module: string; readonly imports: readonly string[] }
    >
  >;
}

/** JavaScript that a screen takes, gzipped, beyond the framework's own: its route, the frame around it, and the charts. */
export function javascriptRows(): void {
  const name = fs.readdirSync(ASSETS).find((file) => file.startsWith("manifest-"))!;
  const text = fs.readFileSync(path.join(ASSETS, name), "utf8");
  const manifest = JSON.parse(text.slice(text.indexOf("{"), text.lastIndexOf("}") + 1)) as Manifest;
  const size = (files: Iterable<string>) =>
    [...files].reduce((sum, file) => sum + gzipSync(fs.readFileSync(path.join("build/client", file))).byteLength, 0) / 1000;
  const read = (file: string) => fs.readFileSync(path.join("build/client", file), "utf8");
  const framework = new Set([manifest.entry.module, ...manifest.entry.imports]);
  const charts = fs
    .readdirSync(ASSETS)
    .filter((file) => /^echarts-.*\.js$/.test(file))
    .map((file) => `/assets/${file}`);
  const screens = Object.values(manifest.routes).filter((route) => route.id.endsWith("/route") && !route.id.includes("frame"));
  const sizes = screens.map((route) => {
    const files = new Set<string>();
    for (let at = route as typeof route | undefined; at; at = at.parentId ? manifest.routes[at.parentId] : undefined)
      for (const file of [at.module, ...at.imports]) if (!framework.has(file)) files.add(file);
    // The charts' library comes with the first picture that is drawn with it.
    const drawn = [...files].some((file) => read(file).includes("/echarts-") || read(file).includes("./echarts-"));
    return { id: route.id, kb: size(files) + (drawn ? size(charts) : 0) };
  });
  const [heaviest] = sizes.sort((a, b) => b.kb - a.kb);
  row("JavaScript of the framework, gzipped, kB", size(framework));
  row("  of the charts' library", size(charts));
  row(`  of the heaviest route with charts (${heaviest!.id})`, heaviest!.kb, "budget 250");
}
