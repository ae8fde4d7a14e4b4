/// Keeps «title» in memory, until there is a place for it.
final class Local«Pascal»Repository {
    private var entries: [String] = []
}

extension Local«Pascal»Repository: «Pascal»Repository {
    func load() async throws -> [String] {
        entries
    }

    func save(_ entry: String) async throws {
        entries.append(entry)
    }
}
