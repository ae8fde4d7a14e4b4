import XCTest
@testable import «App»

final class «Stem»: XCTestCase {
    func testIsThere() {
        XCTAssertNotNil(«Stem of leader».self)
    }
}
