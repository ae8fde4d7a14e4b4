import SwiftUI

@main
struct PippinRowApp: App {
    @StateObject private var orchard = OrchardStore()

    var body: some Scene {
        WindowGroup {
            ContentView()
                .environmentObject(orchard)
        }
    }
}
