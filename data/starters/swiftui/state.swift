import Foundation

/// What the app knows of «title», and how that changes.
@MainActor
final class «Stem»: ObservableObject {
    @Published private(set) var entries: [String] = []

    func load(_ entries: [String]) {
        self.entries = entries
    }
}
