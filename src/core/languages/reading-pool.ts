/**
 * Reads many texts with the help of a worker thread.
 *
 * The main thread reads from the front of the list, the worker is handed small lots from its end until they meet; so
 * whoever is quicker does more. Answers are taken in between without giving up the thread.
 */
import { existsSync } from "node:fs";
import { MessageChannel, receiveMessageOnPort, Worker, type MessagePort } from "node:worker_threads";
import type { ReadingDepth as AnyDepth } from "./language.js";
import type { Extraction } from "./reading.js";

/** How deep many files are read at once. */
type ReadingDepth = Exclude<AnyDepth, "exact">;
import { extractFrom, languageFor, readFrom, type FileReading } from "./registry.js";

/** A text and its place in the list. */
export interface ReadingTask {
  readonly index: number;
  readonly path: string;
  readonly text: string;
  readonly depth: ReadingDepth;
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

/**
 * Longer texts are read here: a parser that runs out of memory within its own code ends the whole process, whatever a worker's limits
 * are. A tree takes about 70 bytes a letter, so the worker has room for five times as long a text.
 */
const longestAway = 1_000_000;

interface Depths {
  readonly references: Extraction;
  readonly all: FileReading;
}

/** What is to be read. `visit` is called once for each, in no order. */
export interface PoolInput<Depth extends ReadingDepth = ReadingDepth> {
  readonly depth: Depth;
  readonly paths: readonly string[];
  readonly textOf: (index: number) => string;
  readonly visit: (index: number, reading: Depths[Depth]) => void;
}

/** Reads one text. */
export function readOne<Depth extends ReadingDepth>(depth: Depth, text: string, path: string): Depths[Depth] {
  const readers: { [Each in ReadingDepth]: (text: string, path: string) => Depths[Each] } = {
    references: (text, path) => extractFrom(text, path),
    all: readFrom,
  };
  return readers[depth](text, path);
}

/** From this many files on, a worker thread helps. */
const manyFiles = 600;

/** The worker's script, beside the built program; where it is not there (a test on the sources), all is read here. */
const script = new URL("./reading-worker.js", import.meta.url);

/** Reads all, with the help of a worker where that pays. Loads the parsers that are needed. */
export async function readTexts<Depth extends ReadingDepth>(input: PoolInput<Depth>): Promise<void> {
  for (const language of new Set(input.paths.map((path) => languageFor(path)))) await language?.prepare();
  if (input.paths.length >= manyFiles && existsSync(script)) await readWithWorker(script, input);
  else readHere(input);
}

/** Reads all here, one after the other. The languages must have been prepared. */
export function readHere<Depth extends ReadingDepth>({ depth, paths, textOf, visit }: PoolInput<Depth>): void {
  paths.forEach((path, index) => visit(index, readOne(depth, textOf(index), path)));
}

/** Reads all, together with a worker. What a failing worker leaves undone is read here. */
export async function readWithWorker<Depth extends ReadingDepth>(script: URL, input: PoolInput<Depth>): Promise<void> {
  const { port1: port, port2: theirs } = new MessageChannel();
  const worker = new Worker(script, { workerData: theirs, transferList: [theirs], resourceLimits });
  const failed = new Promise<"failed">((resolve) =>
    worker.once("error", () => resolve("failed")).once("exit", () => resolve("failed")),
  );
  const waiting = new Set<number>();
  const large: number[] = [];
  const readAlone = (index: number): void =>
    input.visit(index, readOne(input.depth, input.textOf(index), input.paths[index] ?? ""));
  let [front, back] = [0, input.paths.length];
  const take = ({ indexes, extractions }: ReadingAnswer): void => {
    (JSON.parse(extractions) as Depths[Depth][]).forEach((extraction, at) => {
      const index = indexes[at] ?? -1;
      if (waiting.delete(index)) input.visit(index, extraction);
    });
  };
  try {
    while (front < back) {
      while (waiting.size < lotSize * mostLots && back - front > lotSize)
        back = handOver(port, input, back, { waiting, large });
      readAlone(front);
      front += 1;
      if (front % 16 === 0) await breath();
      for (let answer = nextAnswer(port); answer; answer = nextAnswer(port)) take(answer);
    }
    large.forEach(readAlone);
    while (waiting.size > 0) {
      const answer = await Promise.race([
        new Promise<ReadingAnswer>((resolve) => port.once("message", resolve)),
        failed,
      ]);
      if (answer === "failed") break;
      take(answer);
    }
    waiting.forEach(readAlone);
  } finally {
    port.close();
    await worker.terminate();
  }
}

/** What parsers hold outside of the heap is given back between two turns of the event loop only. */
function breath(): Promise<void> {
  return new Promise((resolve) => setImmediate(resolve));
}

function handOver(
  port: MessagePort,
  { depth, paths, textOf }: Omit<PoolInput, "visit">,
  back: number,
  { waiting, large }: { readonly waiting: Set<number>; readonly large: number[] },
): number {
  const tasks: ReadingTask[] = [];
  for (let index = back - lotSize; index < back; index += 1) {
    const text = textOf(index);
    if (text.length > longestAway) large.push(index);
    else {
      tasks.push({ index, path: paths[index] ?? "", text, depth });
      waiting.add(index);
    }
  }
  port.postMessage(tasks);
  return back - lotSize;
}

function nextAnswer(port: MessagePort): ReadingAnswer | undefined {
  return receiveMessageOnPort(port)?.message as ReadingAnswer | undefined;
}
