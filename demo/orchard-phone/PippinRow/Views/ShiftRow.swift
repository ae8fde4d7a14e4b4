import SwiftUI

struct ShiftRow: View {
    let shift: Shift

    var body: some View {
        LabeledContent(shift.helper, value: shift.day.formatted(date: .abbreviated, time: .omitted))
    }
}
