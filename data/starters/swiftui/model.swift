/// One of «title».
struct «Stem»: Identifiable, Hashable {
    let id: String
}
