import SwiftUI

struct WeatherBadge: View {
    let weather: Weather?

    var body: some View {
        Text(weather.map { "\($0.degrees) °C" } ?? "–")
    }
}
