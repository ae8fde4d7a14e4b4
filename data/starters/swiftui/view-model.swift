import Foundation

/// What the view of «title» shows and does.
@MainActor
final class «Stem»: ObservableObject {
    @Published var isBusy = false
}
