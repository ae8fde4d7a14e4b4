import 'package:flutter_test/flutter_test.dart';
import 'package:pippin_row/screens/harvest_screen.dart';
import '../in_app.dart';

void main() {
  testWidgets('says that nothing was picked', (tester) async {
    await tester.pumpWidget(inApp(const HarvestScreen()));
    expect(find.text('Nothing picked yet.'), findsOneWidget);
  });
}
