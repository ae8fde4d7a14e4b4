import XCTest
@testable import PippinRow

@MainActor
final class HarvestViewModelTests: XCTestCase {
    func testPickingAddsACrate() {
        let model = HarvestViewModel()
        model.pick()
        XCTAssertEqual(model.harvests.count, 1)
    }
}
