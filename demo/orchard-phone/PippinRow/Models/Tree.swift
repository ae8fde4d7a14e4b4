import Foundation

struct Tree: Identifiable, Hashable {
    let id: UUID
    let sort: String
    let row: Int
    let planted: Date

    static let samples = [
        Tree(id: UUID(), sort: "Cox", row: 1, planted: .distantPast),
        Tree(id: UUID(), sort: "Bramley", row: 2, planted: .distantPast),
    ]
}
