import Foundation

@MainActor
final class SwapBoardViewModel: ObservableObject {
    @Published private(set) var swaps: [Swap] = []

    private let service: SwapService

    init(service: SwapService) {
        self.service = service
    }

    func load() async {
        swaps = await service.open()
    }
}
