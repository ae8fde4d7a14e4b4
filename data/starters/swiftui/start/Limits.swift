/// How long a message stays, in seconds.
enum Limits {
    static let messageTime = 5.0
}
