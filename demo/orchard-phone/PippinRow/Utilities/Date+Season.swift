import Foundation

enum Season: String {
    case spring, summer, autumn, winter

    var name: String { rawValue.capitalized }
}

extension Date {
    var season: Season {
        switch Calendar.current.component(.month, from: self) {
        case 3...5: return .spring
        case 6...8: return .summer
        case 9...11: return .autumn
        default: return .winter
        }
    }
}
