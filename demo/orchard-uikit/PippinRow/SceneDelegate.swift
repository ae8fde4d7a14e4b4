import UIKit

final class SceneDelegate: UIResponder, UIWindowSceneDelegate {
    var window: UIWindow?

    func scene(_ scene: UIScene, willConnectTo session: UISceneSession, options: UIScene.ConnectionOptions) {
        guard let tabs = window?.rootViewController as? UITabBarController else { return }
        let rota = UIStoryboard(name: "PRRota", bundle: nil).instantiateInitialViewController()
        if let rota { tabs.viewControllers?.append(rota) }
    }
}
