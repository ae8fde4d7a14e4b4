import UIKit

final class PRTreesViewController: UITableViewController {
    private let source = PRTreesSource(trees: PRTree.samples)

    override func viewDidLoad() {
        super.viewDidLoad()
        tableView.register(UINib(nibName: "PRTreeCell", bundle: nil), forCellReuseIdentifier: "tree")
        tableView.dataSource = source
    }

    @IBSegueAction func showTree(_ coder: NSCoder) -> PRTreeViewController? {
        guard let row = tableView.indexPathForSelectedRow?.row else { return nil }
        return PRTreeViewController(coder: coder, tree: source.trees[row])
    }
}

/// The rows of the list.
final class PRTreesSource: NSObject, UITableViewDataSource {
    let trees: [PRTree]

    init(trees: [PRTree]) {
        self.trees = trees
    }

    func tableView(_ tableView: UITableView, numberOfRowsInSection section: Int) -> Int {
        trees.count
    }

    func tableView(_ tableView: UITableView, cellForRowAt indexPath: IndexPath) -> UITableViewCell {
        let cell = tableView.dequeueReusableCell(withIdentifier: "tree", for: indexPath)
        (cell as? PRTreeCell)?.show(trees[indexPath.row])
        return cell
    }
}
