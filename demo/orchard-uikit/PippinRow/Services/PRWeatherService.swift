import Foundation

final class PRWeatherService {
    func today() -> PRWeather {
        PRWeather(isDry: Date().timeIntervalSince1970 > 0)
    }
}
