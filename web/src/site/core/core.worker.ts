/// <reference lib="webworker" />
/**
 * The core, in Python, on a phone: the very files the server runs, in the browser's own Python. It answers where no
 * server does.
 */
import { expose } from "comlink";
import { loadPyodide, version } from "pyodide";
import { PYTHON_FILES } from "../../device/kept";

const HOME = "/bluff-core";

/** A question of `bluff.views.phone` by its name, of a wall or a job and what it is asked. */
type Ask = (packed: Uint8Array, question: string, params: string, language: string) => string;

/** Python with the core in it. */
async function start(files: Readonly<Record<string, string>>): Promise<Ask> {
  const python = await loadPyodide({ indexURL: `${PYTHON_FILES}${version}/` });
  for (const [path, source] of Object.entries(files)) {
    const file = `${HOME}/${path}`;
    python.FS.mkdirTree(file.slice(0, file.lastIndexOf("/")));
    python.FS.writeFile(file, path.endsWith(".mo") ? ofBase64(source) : source);
  }
  return python.runPython(`
import sys
sys.path.insert(0, "${HOME}")
from bluff.views import phone
lambda packed, *params: phone.answer(packed.to_bytes(), *params)
`);
}

function ofBase64(text: string): Uint8Array {
  return Uint8Array.from(atob(text), (character) => character.charCodeAt(0));
}

let started: Promise<Ask> | null = null;

/**
 * Answer a question; null where the core has no answer.
 *
 * `core` is the core's files, what is in each by its path; `packed` what the server packed for offline work.
 */
async function answer(
  core: Readonly<Record<string, string>>,
  packed: Uint8Array,
  question: string,
  params: object,
  language: string,
): Promise<unknown> {
  try {
    // Where its files could not be had it is started again the next time it is asked.
    started ??= start(core).catch((error) => {
      started = null;
      throw error;
    });
    return JSON.parse((await started)(packed, question, JSON.stringify(params), language));
  } catch (error) {
    // Without an answer the screen says that it comes once there is a signal; the entries are kept either way.
    console.warn(error);
    return null;
  }
}

const api = { answer };
export type CoreApi = typeof api;

expose(api);
