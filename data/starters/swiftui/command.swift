/// «Title», step by step.
struct «Stem» {
    func callAsFunction() async throws {}
}
