import SwiftUI

/// The whole app.
@main
struct «App»App: App {
    @StateObject private var state = AppState()

    var body: some Scene {
        WindowGroup {
            AppNavigation().environmentObject(state)
        }
    }
}
