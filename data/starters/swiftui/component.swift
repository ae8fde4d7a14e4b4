import SwiftUI

/// «Title».
struct «Stem»<Content: View>: View {
    @ViewBuilder let content: () -> Content

    var body: some View {
        content()
    }
}
