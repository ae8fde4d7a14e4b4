/// What the view of «title» shows and does.
final class «Stem» {
    var onChange: () -> Void = {}

    var isBusy = false {
        didSet { onChange() }
    }
}
