import Foundation

struct PRTree {
    let sort: String
    let row: Int

    /// For screens that have no orchard yet.
    static let samples = [
        PRTree(sort: "Cox", row: 1),
        PRTree(sort: "Bramley", row: 2),
    ]
}
