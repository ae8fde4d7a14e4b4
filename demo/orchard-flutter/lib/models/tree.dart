part 'tree.g.dart';

/// One tree of the orchard.
final class Tree {
  const Tree({required this.id, required this.variety, required this.row, this.planted});

  factory Tree.fromJson(Map<String, dynamic> json) => _treeFromJson(json);

  final String id;
  final String variety;
  final int row;
  final DateTime? planted;

  Map<String, dynamic> toJson() => _treeToJson(this);
}
