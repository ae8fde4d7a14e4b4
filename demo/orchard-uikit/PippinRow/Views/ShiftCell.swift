import UIKit

final class ShiftCell: UITableViewCell {
    func show(_ shift: PRShift) {
        textLabel?.text = shift.helper
    }
}
