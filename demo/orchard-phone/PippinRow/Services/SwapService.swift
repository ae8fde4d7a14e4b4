import Foundation

protocol SwapService {
    func open() async -> [Swap]
}
