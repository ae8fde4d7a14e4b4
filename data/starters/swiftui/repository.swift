/// Where «title» comes from and goes to.
protocol «Stem» {
    func load() async throws -> [String]
    func save(_ entry: String) async throws
}
