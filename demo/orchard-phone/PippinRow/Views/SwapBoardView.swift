import SwiftUI

struct SwapBoardView: View {
    @StateObject private var model = SwapBoardViewModel(service: LocalSwapService())

    var body: some View {
        List(model.swaps) { swap in
            LabeledContent(swap.offers, value: swap.wants)
        }
        .task { await model.load() }
    }
}
