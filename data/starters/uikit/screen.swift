import UIKit

/// The screen "«Title»".
final class «Stem»: UIViewController {
    override func viewDidLoad() {
        super.viewDidLoad()
        title = "«Title»"
«colors?»        view.backgroundColor = Colors.page
«!colors?»        view.backgroundColor = .systemBackground
    }
}
