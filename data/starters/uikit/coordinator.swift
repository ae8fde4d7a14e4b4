import UIKit

/// Leads through «title».
final class «Stem» {
    private let navigation: UINavigationController

    init(navigation: UINavigationController) {
        self.navigation = navigation
    }

    func show(_ screen: UIViewController) {
        navigation.pushViewController(screen, animated: true)
    }
}
