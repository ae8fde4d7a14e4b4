import UIKit

final class PRHarvestViewController: UIViewController {
    private let weather = PRWeatherView()

    override func viewDidLoad() {
        super.viewDidLoad()
        weather.show(PRWeatherService().today())
        view.addSubview(weather)
    }
}
