import Foundation

@MainActor
final class RotaViewModel: ObservableObject {
    @Published private(set) var shifts: [Shift] = [Shift(helper: "Ada", day: .now)]
}
