import Foundation

final class PRSwapStore {
    private(set) var swaps = [PRSwap(offers: "Cider", wants: "Honey")]

    func offer(_ swap: PRSwap) {
        swaps.append(swap)
        UserDefaults.standard.set(swaps.count, forKey: "swaps")
    }
}
