import Foundation

/// What differs between machines. Secrets belong into `Secrets.xcconfig`, which is kept out of version control.
enum Server {
    static let address = URL(string: "https://localhost/api")!
}
