import Foundation

/// A short message to the person in front of the app.
struct Message: Identifiable {
    let id = UUID()
    let text: String
}
