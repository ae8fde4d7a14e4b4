import SwiftUI

/// Named after what they are for, not after how they look.
enum Colors {
    static let text = Color(red: 0.15, green: 0.20, blue: 0.17)
    static let page = Color(red: 0.98, green: 0.98, blue: 0.96)
    static let accent = Color(red: 0.18, green: 0.42, blue: 0.27)
    static let problem = Color(red: 0.63, green: 0.20, blue: 0.16)
}
