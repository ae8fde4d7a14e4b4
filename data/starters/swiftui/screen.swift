import SwiftUI

/// The screen "«Title»".
struct «Stem»: View {
    var body: some View {
        Text("«Title»")
            .navigationTitle("«Title»")
    }
}
