import Foundation

struct PRWeather {
    let isDry: Bool
}
