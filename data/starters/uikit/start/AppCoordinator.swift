import UIKit

/// Every screen that people can go to.
final class AppCoordinator {
    func begin() -> UIViewController {
        let screens: [UIViewController] = [
            // steady-shelf: screens
        ]
        let tabs = UITabBarController()
        tabs.viewControllers = screens.map { UINavigationController(rootViewController: $0) }
        return tabs
    }
}
