import XCTest
@testable import PippinRow

final class TreeTests: XCTestCase {
    func testSamplesStandInRows() {
        XCTAssertEqual(Tree.samples.map(\.row), [1, 2])
    }
}
