import SwiftUI

struct RotaView: View {
    @StateObject private var model = RotaViewModel()

    var body: some View {
        List(model.shifts) { ShiftRow(shift: $0) }
    }
}
