import SwiftUI

/// Every screen that people can go to.
struct AppNavigation: View {
    var body: some View {
        NavigationStack {
            List {
                Text("Welcome")
                // steady-shelf: screens
            }
        }
    }
}
