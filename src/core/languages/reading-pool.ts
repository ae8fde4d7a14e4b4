/**
 * Reads many texts with the help of a worker thread.
 *
 * The main thread reads from the front of the list, the worker is handed small lots from its end until they meet; so
 * whoever is quicker does more. Answers are taken in between without giving up the thread.
 */
import { MessageChannel, receiveMessageOnPort, Worker, type MessagePort } from "node:worker_threads";
import type { Extraction } from "./language.js";
import { extractFrom } from "./registry.js";

/** A text and its place in the list. */
export interface ReadingTask {
  readonly index: number;
  readonly path: string;
  readonly text: string;
}

/** What the worker sends back: places in the list, and extractions as JSON, which crosses threads faster than objects do. */
export interface ReadingAnswer {
  readonly indexes: readonly number[];
  readonly extractions: string;
}

/** Texts to a lot, and lots that wait at the worker: enough that it never idles, few enough that the ends meet evenly. */
const [lotSize, mostLots] = [48, 2];

/** A worker that would need more memory than this fails, and the rest is read here; meanwhile it keeps little garbage. */
const resourceLimits = { maxOldGenerationSizeMb: 384, maxYoungGenerationSizeMb: 16 };

/** What is to be read. `visit` is called once for each, in no order. */
export interface PoolInput {
  readonly paths: readonly string[];
  readonly textOf: (index: number) => string;
  readonly visit: (index: number, extraction: Extraction) => void;
}

/** Reads all here, one after the other. The languages must have been prepared. */
export function readHere({ paths, textOf, visit }: PoolInput): void {
  paths.forEach((path, index) => visit(index, extractFrom(textOf(index), path)));
}

/** Reads all, together with a worker. What a failing worker leaves undone is read here. */
export async function readWithWorker(script: URL, input: PoolInput): Promise<void> {
  const { port1: port, port2: theirs } = new MessageChannel();
  const worker = new Worker(script, { workerData: theirs, transferList: [theirs], resourceLimits });
  const failed = new Promise<"failed">((resolve) =>
    worker.once("error", () => resolve("failed")).once("exit", () => resolve("failed")),
  );
  const waiting = new Set<number>();
  let [front, back] = [0, input.paths.length];
  const take = ({ indexes, extractions }: ReadingAnswer): void => {
    (JSON.parse(extractions) as Extraction[]).forEach((extraction, at) => {
      const index = indexes[at] ?? -1;
      if (waiting.delete(index)) input.visit(index, extraction);
    });
  };
  while (front < back) {
    while (waiting.size < lotSize * mostLots && back - front > lotSize) back = handOver(port, input, back, waiting);
    input.visit(front, extractFrom(input.textOf(front), input.paths[front] ?? ""));
    front += 1;
    for (let answer = nextAnswer(port); answer; answer = nextAnswer(port)) take(answer);
  }
  while (waiting.size > 0) {
    const answer = await Promise.race([new Promise<ReadingAnswer>((resolve) => port.once("message", resolve)), failed]);
    if (answer === "failed") break;
    take(answer);
  }
  for (const index of waiting) input.visit(index, extractFrom(input.textOf(index), input.paths[index] ?? ""));
  port.close();
  await worker.terminate();
}

function handOver(port: MessagePort, { paths, textOf }: PoolInput, back: number, waiting: Set<number>): number {
  const tasks: ReadingTask[] = [];
  for (let index = back - lotSize; index < back; index += 1) {
    tasks.push({ index, path: paths[index] ?? "", text: textOf(index) });
    waiting.add(index);
  }
  port.postMessage(tasks);
  return back - lotSize;
}

function nextAnswer(port: MessagePort): ReadingAnswer | undefined {
  return receiveMessageOnPort(port)?.message as ReadingAnswer | undefined;
}
