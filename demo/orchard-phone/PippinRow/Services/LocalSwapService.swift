import Foundation

struct LocalSwapService {}

extension LocalSwapService: SwapService {
    func open() async -> [Swap] {
        [Swap(offers: "Cider", wants: "Honey")]
    }
}
