import UIKit

/// «Title».
final class «Stem»: UIView {
    override init(frame: CGRect) {
        super.init(frame: frame)
        layOut()
    }

    required init?(coder: NSCoder) {
        super.init(coder: coder)
        layOut()
    }

    private func layOut() {}
}
