import SwiftUI

/// Nobody builds this any more: no target has it.
struct OldBanner: View {
    var body: some View { Text("Apple day") }
}
