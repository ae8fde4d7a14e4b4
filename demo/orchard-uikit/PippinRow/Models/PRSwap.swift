import Foundation

struct PRSwap {
    let offers: String
    let wants: String
}
