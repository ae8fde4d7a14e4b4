import Foundation

/// Asks the server.
struct HTTPService {
    func get<Answer: Decodable>(_ path: String) async throws -> Answer {
        let (data, _) = try await URLSession.shared.data(from: Server.address.appendingPathComponent(path))
        return try JSONDecoder().decode(Answer.self, from: data)
    }
}
