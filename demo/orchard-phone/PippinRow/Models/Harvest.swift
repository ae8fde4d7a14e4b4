import Foundation

struct Harvest: Identifiable {
    let id = UUID()
    let tree: Tree.ID
    let kilos: Int
}
