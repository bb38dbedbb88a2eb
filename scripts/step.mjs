// Runs the steps of `npm test`: each has a time of its own, and one that hangs is ended.
import { spawn } from "node:child_process";

const WINDOWS = process.platform === "win32";
/** How long one that hangs is given to say what was under way. */
const SAY_MS = 10_000;

/**
 * Runs a command with all it starts; when its minutes are over, it is asked by SIGUSR2 what is under way, and then all of it is
 * ended. Gives what is wrong in a line, or null.
 */
export async function step(name, minutes, command, args, env = {}) {
  const started = Date.now();
  console.log(`\n> ${name}`);
  const child = spawn(command, args, { stdio: "inherit", env: { ...process.env, ...env }, shell: WINDOWS, detached: !WINDOWS });
  const signal = (kind) => {
    try {
      process.kill(WINDOWS ? child.pid : -child.pid, kind);
    } catch {
      // It has ended by itself.
    }
  };
  const end = () => {
    signal("SIGKILL");
  };
  process.once("SIGINT", end);
  let hung = false;
  const late = setTimeout(() => {
    hung = true;
    if (!WINDOWS) signal("SIGUSR2");
    setTimeout(end, SAY_MS).unref();
  }, minutes * 60_000);
  const ok = await new Promise((resolve) => {
    child.on("error", () => {
      resolve(false);
    });
    child.on("exit", (code) => {
      resolve(code === 0);
    });
  });
  clearTimeout(late);
  process.off("SIGINT", end);
  const seconds = ((Date.now() - started) / 1000).toFixed(1);
  const wrong = hung ? `${name} hung and was ended after ${minutes} minutes` : ok ? null : `${name}, ${seconds} s`;
  console.log(wrong === null ? `ok: ${name}, ${seconds} s` : `FAILED: ${wrong}`);
  return wrong;
}
