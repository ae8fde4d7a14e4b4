import type { Readable, Writable } from "node:stream";

type Encoding = "utf-16" | "utf-8";
interface Position {
  line: number;
  character: number;
}

export function positionAt(text: string, offset: number, encoding: Encoding): Position;
export function offsetAt(text: string, position: Position, encoding: Encoding): number;

export interface Wire {
  readonly input: Readable;
  readonly output: Writable;
  readonly ended: Promise<number | null>;
  readonly kill: () => void;
}

export interface EditorSettings {
  readonly encoding?: Encoding;
  readonly options?: object;
  readonly capabilities?: (all: any) => any;
  readonly watches?: boolean;
  readonly words?: string[];
  readonly wire?: Wire;
}

export class Editor {
  constructor(root: string, settings?: EditorSettings);
  documents: Map<string, { text: string; version: number }>;
  diagnostics: Map<string, any[]>;
  messages: string[];
  bars: string[];
  answer: (text: string, titles: string[]) => string | undefined;
  confirm: (edit: any) => boolean;
  ended: Promise<number | null>;
  connection: {
    sendRequest: (method: string, params?: unknown, token?: unknown) => Promise<any>;
    sendNotification: (method: string, params?: unknown) => Promise<void>;
  };
  begin(): Promise<any>;
  end(): Promise<number | null>;
  kill(): Promise<void>;
  until(holds: () => boolean, most?: number): Promise<void>;
  uriOf(path: string): string;
  pathOf(uri: string): string;
  text(path: string): string;
  open(path: string): Promise<void>;
  close(path: string): Promise<void>;
  type(path: string, start: number, end: number, newText: string): Promise<void>;
  saveAll(): void;
  apply(edit: any): void;
  rename(...renamings: { from: string; to: string }[]): Promise<any>;
  create(path: string): Promise<void>;
  delete(path: string): Promise<void>;
  actions(path: string, start: number, end?: number, diagnostics?: any[]): Promise<any[]>;
  take(action: any): Promise<any>;
  at(method: string, path: string, offset: number, more?: object): Promise<any>;
}
