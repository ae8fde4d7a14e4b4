import XCTest
@testable import PippinRow

final class PRTreeTests: XCTestCase {
    func testRows() {
        XCTAssertEqual(PRTree.samples.map(\.row), [1, 2])
    }
}
