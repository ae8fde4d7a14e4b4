import SwiftUI

struct AppTextField: View {
    let label: String
    @Binding var value: String

    var body: some View {
        VStack(alignment: .leading, spacing: 4) {
            Text(label)
            TextField(label, text: $value)
        }
    }
}
