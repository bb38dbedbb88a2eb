import { createHash } from "node:crypto";
import fs from "node:fs";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { build, type Plugin, type Rolldown } from "vite";

const SUFFIX = "?node-worker";

/**
 * `import url from "./x.worker.ts?node-worker"` gives a file: URL of a bundled
 * ES module for node:worker_threads. Same nested bundle in dev, test and build.
 */
export function nodeWorker(): Plugin {
  let command: "serve" | "build" = "serve";
  let root = process.cwd();
  const emitted = new Set<string>();
  async function bundle(entry: string) {
    const result = (await build({
      configFile: false,
      root,
      logLevel: "warn",
      resolve: { tsconfigPaths: true },
      // In one file it loads in a third of the time, and a thread is started with the program.
      ssr: { noExternal: ["zod"] },
      build: { ssr: entry, write: false, target: "node20", sourcemap: "inline", minify: false },
    })) as Rolldown.RolldownOutput;
    const chunks = result.output.filter((o): o is Rolldown.OutputChunk => o.type === "chunk");
    if (chunks.length !== 1 || !chunks[0]) throw new Error(`${entry}: expected one chunk, got ${chunks.length}`);
    return chunks[0];
  }
  return {
    name: "node-worker",
    enforce: "pre",
    configResolved(c) {
      command = c.command;
      root = c.root;
    },
    async resolveId(source, importer) {
      if (!source.endsWith(SUFFIX)) return null;
      const r = await this.resolve(source.slice(0, -SUFFIX.length), importer, { skipSelf: true });
      if (!r) return null;
      return r.id + SUFFIX;
    },
    // Before Vite's own hook: else it writes a public URL and React Router moves the file to the client build.
    resolveFileUrl({ fileName, relativePath }) {
      return emitted.has(fileName) ? `new URL(${JSON.stringify(relativePath)}, import.meta.url).href` : null;
    },
    async load(id) {
      if (!id.endsWith(SUFFIX)) return null;
      const entry = id.slice(0, -SUFFIX.length);
      const chunk = await bundle(entry);
      for (const m of chunk.moduleIds) if (path.isAbsolute(m) && !m.includes("\0")) this.addWatchFile(m);
      const name = path.basename(entry).replace(/\.[cm]?tsx?$/, "");
      const hash = createHash("sha256").update(chunk.code).digest("hex").slice(0, 8);
      if (command === "build") {
        const fileName = `workers/${name}-${hash}.js`;
        emitted.add(fileName);
        const ref = this.emitFile({ type: "prebuilt-chunk", fileName, code: chunk.code, exports: chunk.exports });
        return `export default import.meta.ROLLUP_FILE_URL_${ref};`;
      }
      const dir = path.join(root, "node_modules/.cache/node-worker");
      fs.mkdirSync(dir, { recursive: true });
      const file = path.join(dir, `${name}-${hash}.mjs`);
      fs.writeFileSync(file, chunk.code);
      return `export default ${JSON.stringify(pathToFileURL(file).href)};`;
    },
  };
}
