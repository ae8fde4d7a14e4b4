import SwiftUI

struct HarvestView: View {
    @StateObject private var model = HarvestViewModel()

    var body: some View {
        VStack {
            HarvestChart(harvests: model.harvests)
            Button("Pick a crate") { model.pick() }
                .buttonStyle(OrchardButtonStyle())
        }
    }
}
