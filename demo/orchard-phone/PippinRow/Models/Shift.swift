import Foundation

struct Shift: Identifiable {
    let id = UUID()
    let helper: String
    let day: Date
}
