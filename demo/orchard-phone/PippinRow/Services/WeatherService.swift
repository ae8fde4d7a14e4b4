import Foundation

struct WeatherService {
    func today() async -> Weather? {
        guard let url = Bundle.main.url(forResource: "weather", withExtension: "json"),
              let data = try? Data(contentsOf: url) else { return nil }
        return try? JSONDecoder().decode(Weather.self, from: data)
    }
}
