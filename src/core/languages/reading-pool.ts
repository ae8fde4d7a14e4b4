/**
 * Reads many texts with the help of worker threads: one where there are two cores, up to three where there are more.
 *
 * The main thread reads from the front of the list, the workers are handed small lots from its end until they meet; so
 * whoever is quicker does more. Answers are taken in between without giving up the thread.
 */
import { existsSync } from "node:fs";
import { availableParallelism } from "node:os";
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

/** From this many files on, a worker thread helps; of twice as many a second. */
const manyFiles = 600;

/** More workers than this only wait for each other: the texts come from one thread, and all that is found goes back to it. */
const mostWorkers = 3;

/** The worker's script, beside the built program; where it is not there (a test on the sources), all is read here. */
const script = new URL("./reading-worker.js", import.meta.url);

/** Reads all, with the help of workers where that pays. Loads the parsers that are needed. */
export async function readTexts<Depth extends ReadingDepth>(input: PoolInput<Depth>): Promise<void> {
  for (const language of new Set(input.paths.map((path) => languageFor(path)))) await language?.prepare();
  const count = Math.min(availableParallelism() - 1, Math.floor(input.paths.length / manyFiles), mostWorkers);
  if (input.paths.length >= manyFiles && existsSync(script)) await readWithWorkers(script, input, Math.max(count, 1));
  else readHere(input);
}

/** Reads all here, one after the other. The languages must have been prepared. */
export function readHere<Depth extends ReadingDepth>({ depth, paths, textOf, visit }: PoolInput<Depth>): void {
  paths.forEach((path, index) => visit(index, readOne(depth, textOf(index), path)));
}

/** Reads all, together with workers. What a failing worker leaves undone is read here. */
export async function readWithWorkers<Depth extends ReadingDepth>(
  script: URL,
  input: PoolInput<Depth>,
  count: number,
): Promise<void> {
  const helpers = Array.from({ length: count }, () => new Helper(script));
  const large: number[] = [];
  const readAlone = (index: number): void =>
    input.visit(index, readOne(input.depth, input.textOf(index), input.paths[index] ?? ""));
  let [front, back] = [0, input.paths.length];
  const take = (helper: Helper, { indexes, extractions }: ReadingAnswer): void => {
    (JSON.parse(extractions) as Depths[Depth][]).forEach((extraction, at) => {
      const index = indexes[at] ?? -1;
      if (helper.waiting.delete(index)) input.visit(index, extraction);
    });
  };
  try {
    while (front < back) {
      for (const helper of helpers) {
        while (helper.isIdle && back - front > lotSize) back = helper.handOver(input, back, large);
      }
      readAlone(front);
      front += 1;
      if (front % 16 === 0) await breath();
      for (const helper of helpers) {
        for (let answer = nextAnswer(helper.port); answer; answer = nextAnswer(helper.port)) take(helper, answer);
      }
    }
    large.forEach(readAlone);
    for (const helper of helpers) {
      while (helper.waiting.size > 0) {
        const answer = await helper.answer();
        if (answer === undefined) break;
        take(helper, answer);
      }
      helper.waiting.forEach(readAlone);
    }
  } finally {
    await Promise.all(helpers.map((helper) => helper.end()));
  }
}

/** One worker, and what waits at it. */
class Helper {
  readonly port: MessagePort;
  readonly waiting = new Set<number>();
  readonly #worker: Worker;
  readonly #failed: Promise<undefined>;

  constructor(script: URL) {
    const { port1, port2 } = new MessageChannel();
    this.port = port1;
    this.#worker = new Worker(script, { workerData: port2, transferList: [port2], resourceLimits });
    this.#failed = new Promise((resolve) => {
      this.#worker.once("error", () => resolve(undefined)).once("exit", () => resolve(undefined));
    });
  }

  /** Whether there is room for one more lot. */
  get isIdle(): boolean {
    return this.waiting.size < lotSize * mostLots;
  }

  /** Sends the last lot before `back`; gives where the list ends then. */
  handOver({ depth, paths, textOf }: Omit<PoolInput, "visit">, back: number, large: number[]): number {
    const tasks: ReadingTask[] = [];
    for (let index = back - lotSize; index < back; index += 1) {
      const text = textOf(index);
      if (text.length > longestAway) large.push(index);
      else {
        tasks.push({ index, path: paths[index] ?? "", text, depth });
        this.waiting.add(index);
      }
    }
    this.port.postMessage(tasks);
    return back - lotSize;
  }

  /** The next answer; `undefined` where the worker has failed. */
  answer(): Promise<ReadingAnswer | undefined> {
    return Promise.race([new Promise<ReadingAnswer>((resolve) => this.port.once("message", resolve)), this.#failed]);
  }

  async end(): Promise<void> {
    this.port.close();
    await this.#worker.terminate();
  }
}

/** What parsers hold outside of the heap is given back between two turns of the event loop only. */
function breath(): Promise<void> {
  return new Promise((resolve) => setImmediate(resolve));
}

function nextAnswer(port: MessagePort): ReadingAnswer | undefined {
  return receiveMessageOnPort(port)?.message as ReadingAnswer | undefined;
}
