import Foundation

struct Weather: Decodable {
    let degrees: Int
    let isFrosty: Bool
}
