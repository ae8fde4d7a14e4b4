import SwiftUI

struct TreeRow: View {
    let tree: Tree

    var body: some View {
        HStack {
            Image("apple")
                .resizable()
                .frame(width: 32, height: 32)
            VStack(alignment: .leading) {
                Text(tree.sort)
                Text("Row \(tree.row)")
                    .foregroundStyle(Color("Bark"))
            }
        }
    }
}
