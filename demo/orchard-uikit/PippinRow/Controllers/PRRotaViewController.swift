import UIKit

final class PRRotaViewController: UITableViewController {
    private let shifts = PRShift.week

    override func tableView(_ tableView: UITableView, numberOfRowsInSection section: Int) -> Int {
        shifts.count
    }

    override func tableView(_ tableView: UITableView, cellForRowAt indexPath: IndexPath) -> UITableViewCell {
        let cell = tableView.dequeueReusableCell(withIdentifier: "shift", for: indexPath)
        (cell as? ShiftCell)?.show(shifts[indexPath.row])
        return cell
    }
}
