import SwiftUI

struct AppButton: View {
    let title: String
    var isQuiet = false
    let action: () -> Void

    var body: some View {
        Button(title, action: action)
            .padding(.horizontal, 16)
            .padding(.vertical, 8)
            .background(isQuiet ? Color.clear : Colors.accent)
            .foregroundColor(isQuiet ? Colors.accent : .white)
            .cornerRadius(6)
    }
}
