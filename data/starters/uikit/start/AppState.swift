import Foundation

/// What the whole app knows.
final class AppState {
    private(set) var messages: [String] = []
    var onChange: () -> Void = {}

    func showMessage(_ text: String) {
        messages.append(text)
        onChange()
        DispatchQueue.main.asyncAfter(deadline: .now() + Limits.messageTime) { [weak self] in
            guard let self = self, !self.messages.isEmpty else { return }
            self.messages.removeFirst()
            self.onChange()
        }
    }
}
