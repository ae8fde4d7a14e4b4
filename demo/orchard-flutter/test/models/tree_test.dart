import 'package:flutter_test/flutter_test.dart';
import 'package:pippin_row/models/tree.dart';

void main() {
  test('a tree comes from JSON and goes back', () {
    const json = {'id': 't1', 'variety': 'Pippin', 'row': 3};
    expect(Tree.fromJson(json).toJson(), json);
  });
}
