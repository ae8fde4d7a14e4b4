/** The documents that are open in the editor, by URI, with the versions that the editor gives them. */
import type {
  TextDocumentContentChangeEvent,
  TextDocumentItem,
  VersionedTextDocumentIdentifier,
} from "vscode-languageserver";
import { TextDocument } from "vscode-languageserver-textdocument";
import { SourceText } from "../core/base/text/index.js";
import { offsetOf, type Encoding } from "./positions.js";

/** All of them. */
export class Documents {
  readonly #open = new Map<string, TextDocument>();

  constructor(public encoding: Encoding = "utf-16") {}

  /** The URIs of what is open. */
  get uris(): readonly string[] {
    return [...this.#open.keys()];
  }

  open({ uri, languageId, version, text }: TextDocumentItem): void {
    this.#open.set(uri, TextDocument.create(uri, languageId, version, text));
  }

  close(uri: string): void {
    this.#open.delete(uri);
  }

  /** Takes changes in, in their order; gives the text that comes of them. */
  change(
    { uri, version }: VersionedTextDocumentIdentifier,
    changes: readonly TextDocumentContentChangeEvent[],
  ): string | undefined {
    const document = this.#open.get(uri);
    if (!document) return undefined;
    for (const change of changes) TextDocument.update(document, [this.#inUnits(document, change)], version);
    return document.getText();
  }

  /** The version of a document; `null` for one that is not open. */
  versionOf(uri: string): number | null {
    return this.#open.get(uri)?.version ?? null;
  }

  /** The versions of all of them, as they are now. */
  versions(): ReadonlyMap<string, number | null> {
    return new Map([...this.#open].map(([uri, { version }]) => [uri, version]));
  }

  textOf(uri: string): string | undefined {
    return this.#open.get(uri)?.getText();
  }

  /** The library counts in UTF-16 units, whatever the editor counts in. */
  #inUnits(document: TextDocument, change: TextDocumentContentChangeEvent): TextDocumentContentChangeEvent {
    if (this.encoding === "utf-16" || !("range" in change)) return change;
    const source = SourceText.ofNew(document.getText());
    const { start, end } = change.range;
    return {
      text: change.text,
      range: {
        start: document.positionAt(offsetOf(source, start, this.encoding)),
        end: document.positionAt(offsetOf(source, end, this.encoding)),
      },
    };
  }
}
