import UIKit

/// Named after what they are for, not after how they look.
enum Colors {
    static let text = UIColor(red: 0.15, green: 0.20, blue: 0.17, alpha: 1)
    static let page = UIColor(red: 0.98, green: 0.98, blue: 0.96, alpha: 1)
    static let accent = UIColor(red: 0.18, green: 0.42, blue: 0.27, alpha: 1)
    static let problem = UIColor(red: 0.63, green: 0.20, blue: 0.16, alpha: 1)
}
