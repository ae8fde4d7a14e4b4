import UIKit

final class PRWeatherView: UIView {
    func show(_ weather: PRWeather) {
        backgroundColor = weather.isDry ? .systemYellow : .systemGray
    }
}
