import UIKit

final class PRTreeViewController: UIViewController {
    private let tree: PRTree

    init?(coder: NSCoder, tree: PRTree) {
        self.tree = tree
        super.init(coder: coder)
    }

    required init?(coder: NSCoder) {
        fatalError("made by a segue")
    }

    override func viewDidLoad() {
        super.viewDidLoad()
        title = tree.sort
    }
}
