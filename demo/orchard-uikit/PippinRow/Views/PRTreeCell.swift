import UIKit

final class PRTreeCell: UITableViewCell {
    func show(_ tree: PRTree) {
        textLabel?.text = tree.sort
        imageView?.image = UIImage(named: "tree")
        backgroundColor = UIColor(named: "Bark")
    }
}
