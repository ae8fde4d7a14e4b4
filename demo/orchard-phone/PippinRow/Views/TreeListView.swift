import SwiftUI

struct TreeListView: View {
    @StateObject private var model = TreeListViewModel()

    var body: some View {
        NavigationStack {
            List(model.trees) { tree in
                NavigationLink(value: tree) { TreeRow(tree: tree) }
            }
            .navigationTitle("Trees")
            .navigationDestination(for: Tree.self) { TreeDetailView(tree: $0) }
            .toolbar { WeatherBadge(weather: model.weather) }
        }
    }
}
