import SwiftUI

/// The first thing that people see: the trees, the harvest, the rota and what is swapped.
struct ContentView: View {
    var body: some View {
        TabView {
            TreeListView()
                .tabItem { Label("Trees", image: "leaf") }
            HarvestView()
                .tabItem { Label("Harvest", systemImage: "basket") }
            RotaView()
                .tabItem { Label("Rota", systemImage: "calendar") }
            SwapBoardView()
                .tabItem { Label("Swaps", systemImage: "arrow.left.arrow.right") }
        }
        .tint(Color("Bark"))
    }
}

struct ContentView_Previews: PreviewProvider {
    static var previews: some View {
        ContentView()
            .environmentObject(OrchardStore())
    }
}
