import SwiftUI

struct HarvestChart: View {
    let harvests: [Harvest]

    var body: some View {
        HStack(alignment: .bottom) {
            ForEach(harvests) { harvest in
                Rectangle()
                    .fill(Color("Bark"))
                    .frame(width: 12, height: CGFloat(harvest.kilos))
            }
        }
    }
}
