import Foundation

struct Swap: Identifiable {
    let id = UUID()
    let offers: String
    let wants: String
}
