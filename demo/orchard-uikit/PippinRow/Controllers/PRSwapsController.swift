import UIKit

final class PRSwapsController: UIViewController {
    private let store = PRSwapStore()

    override func viewDidLoad() {
        super.viewDidLoad()
        title = store.swaps.first?.offers
    }
}
