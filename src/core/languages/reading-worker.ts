/** The worker thread of `reading-pool.ts`: takes lots of texts, gives what they name. */
import { workerData, type MessagePort } from "node:worker_threads";
import { languageFor } from "./registry.js";
import { readOne, type ReadingAnswer, type ReadingTask } from "./reading-pool.js";

const port = workerData as MessagePort;
port.on("message", (tasks: readonly ReadingTask[]) => void answer(tasks));

async function answer(tasks: readonly ReadingTask[]): Promise<void> {
  for (const language of new Set(tasks.map((task) => languageFor(task.path)))) await language?.prepare();
  const extractions = JSON.stringify(tasks.map(({ path, text, depth }) => readOne(depth, text, path)));
  const reply: ReadingAnswer = { indexes: tasks.map((task) => task.index), extractions };
  port.postMessage(reply);
}
