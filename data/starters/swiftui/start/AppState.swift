import Foundation

/// What the whole app knows.
@MainActor
final class AppState: ObservableObject {
    @Published private(set) var messages: [Message] = []

    func showMessage(_ text: String) {
        let message = Message(text: text)
        messages.append(message)
        Task {
            try? await Task.sleep(nanoseconds: UInt64(Limits.messageTime * 1_000_000_000))
            messages.removeAll { $0.id == message.id }
        }
    }
}
