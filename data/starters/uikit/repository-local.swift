/// Keeps «title» in memory, until there is a place for it.
final class «Stem» {
    private var entries: [String] = []
}

extension «Stem»: «Stem of repository» {
    func load() async throws -> [String] {
        entries
    }

    func save(_ entry: String) async throws {
        entries.append(entry)
    }
}
