import UIKit

/// A button as it looks everywhere in the app.
final class AppButtonView: UIButton {
    init(title: String) {
        super.init(frame: .zero)
        setTitle(title, for: .normal)
        backgroundColor = Colors.accent
        layer.cornerRadius = 6
    }

    required init?(coder: NSCoder) {
        super.init(coder: coder)
    }
}
