/// <reference lib="webworker" />
/**
 * The core, in Python, on a phone: the very files the server runs, in the browser's own Python. It says what readings
 * say where no server answers.
 */
import { loadPyodide, version } from "pyodide";
import { PYTHON_FILES } from "../kept";
import type { Asked, Judged } from "./judge";

declare const self: DedicatedWorkerGlobalScope;

const HOME = "/bluff-core";

type Judge = (packed: Uint8Array, check: string, read: string) => string;

/** Python with the core in it. */
async function start(files: Readonly<Record<string, string>>): Promise<Judge> {
  const python = await loadPyodide({ indexURL: `${PYTHON_FILES}${version}/` });
  for (const [path, source] of Object.entries(files)) {
    const file = `${HOME}/${path}`;
    python.FS.mkdirTree(file.slice(0, file.lastIndexOf("/")));
    python.FS.writeFile(file, source);
  }
  return python.runPython(`
import json, sys
sys.path.insert(0, "${HOME}")
from bluff.phone import judge
lambda packed, check, read: json.dumps(judge(packed.to_bytes(), check, json.loads(read)))
`);
}

let started: Promise<Judge> | null = null;

self.addEventListener("message", async ({ data }: MessageEvent<Asked>) => {
  let verdict: Judged["verdict"] = null;
  try {
    started ??= start(data.core);
    const judge = await started;
    verdict = JSON.parse(judge(data.wall, data.check, JSON.stringify(data.read)));
  } catch (error) {
    // Without a verdict the screen says that it comes once there is a signal; the reading is kept either way.
    console.warn(error);
  }
  self.postMessage({ number: data.number, verdict } satisfies Judged);
});
