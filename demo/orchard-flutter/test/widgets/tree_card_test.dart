import 'package:flutter_test/flutter_test.dart';
import 'package:pippin_row/models/tree.dart';
import 'package:pippin_row/widgets/tree_card.dart';
import '../in_app.dart';

void main() {
  testWidgets('shows the variety', (tester) async {
    await tester.pumpWidget(inApp(const TreeCard(Tree(id: 't1', variety: 'Russet', row: 2))));
    expect(find.text('Russet'), findsOneWidget);
  });
}
