import Foundation

struct PRShift {
    let helper: String

    static let week = [PRShift(helper: "Ada"), PRShift(helper: "Ben")]
}
