import SwiftUI

/// The frame "«title»" around screens.
struct «Stem»<Content: View>: View {
    @ViewBuilder let content: () -> Content

    var body: some View {
        VStack { content() }
    }
}
