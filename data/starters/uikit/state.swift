/// What the app knows of «title», and how that changes.
final class «Stem» {
    private(set) var entries: [String] = []
    var onChange: () -> Void = {}

    func load(_ entries: [String]) {
        self.entries = entries
        onChange()
    }
}
