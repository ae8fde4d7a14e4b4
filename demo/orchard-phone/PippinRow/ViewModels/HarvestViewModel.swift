import Foundation

@MainActor
final class HarvestViewModel: ObservableObject {
    @Published private(set) var harvests: [Harvest] = []

    func pick() {
        harvests.append(Harvest(tree: Tree.samples[0].id, kilos: 12))
    }
}
