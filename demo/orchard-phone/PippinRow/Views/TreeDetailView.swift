import SwiftUI

struct TreeDetailView: View {
    let tree: Tree
    @EnvironmentObject private var orchard: OrchardStore

    var body: some View {
        Form {
            TreeRow(tree: tree)
            LabeledContent("Planted", value: tree.planted.formatted(date: .abbreviated, time: .omitted))
            LabeledContent("Season", value: Date.now.season.name)
            LabeledContent("Picked so far", value: "\(orchard.picked(from: tree)) kg")
        }
    }
}
