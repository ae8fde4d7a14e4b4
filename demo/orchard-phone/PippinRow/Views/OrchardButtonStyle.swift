import SwiftUI

struct OrchardButtonStyle: ButtonStyle {
    func makeBody(configuration: Configuration) -> some View {
        configuration.label
            .padding()
            .background(Color("Bark"))
            .opacity(configuration.isPressed ? 0.7 : 1)
    }
}
