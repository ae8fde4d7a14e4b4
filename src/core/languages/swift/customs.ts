/** What people and tools write in Swift by custom: additions to types, frameworks of the system, heads that an editor makes. */
import type { TypeCustoms } from "../type-names.js";

/** Frameworks that every app of the platform can import; none of them has a type of the app's own. Source: Apple, developer documentation. */
const system = new Set(
  "Foundation SwiftUI UIKit AppKit Combine CoreData SwiftData CoreGraphics CoreLocation CoreImage QuartzCore MapKit WebKit AVFoundation AVKit Photos PhotosUI StoreKit UserNotifications WidgetKit ActivityKit Charts CloudKit Contacts EventKit HealthKit os OSLog XCTest Testing Observation Swift Dispatch Darwin".split(
    " ",
  ),
);

export const swiftCustoms: TypeCustoms = {
  // `("PRTree", "samples")` → `PRTree+Samples`
  additionName: (type, member) => `${type}+${member.charAt(0).toUpperCase()}${member.slice(1)}`,
  addition: (type, body, lineEnd) => `extension ${type} {${lineEnd}${body}${lineEnd}}`,
  isOfSystem(statement) {
    const [, module = ""] =
      /^import\s+(?:(?:struct|class|enum|protocol|func|let|var|typealias)\s+)?(\w+)$/.exec(statement.trim()) ?? [];
    return system.has(module);
  },
  // `//  TreeRow.swift`, `//  PippinRow`, `//  Created by …`, and the empty lines between them: only where the file's name stands there.
  withoutEditorHead(head, name) {
    const said = (line: string): string | undefined => /^\s*\/\/(?!\/)\s*(.*?)\s*$/.exec(line)?.[1];
    const lines = head.split(/\r?\n/);
    if (!lines.some((line) => said(line) === name)) return head.trim();
    const isMade = (line: string): boolean =>
      line.trim() === "" || /^(?:|[\w-]+|Created by\b.*)$/.test(said(line) ?? "?") || said(line) === name;
    return lines
      .filter((line) => !isMade(line))
      .join("\n")
      .trim();
  },
};
