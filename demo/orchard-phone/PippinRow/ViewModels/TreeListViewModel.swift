import Foundation

@MainActor
final class TreeListViewModel: ObservableObject {
    @Published private(set) var trees: [Tree] = Tree.samples
    @Published private(set) var weather: Weather?

    private let service = WeatherService()

    func refresh() async {
        weather = await service.today()
    }
}
