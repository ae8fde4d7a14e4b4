/// Asks the world outside for «title».
struct «Stem» {
    func load() async throws -> [String] {
        []
    }
}
