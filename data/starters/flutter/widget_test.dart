import 'package:flutter_test/flutter_test.dart';
import '«to leader»';

void main() {
  testWidgets('«title» is built', (tester) async {
    expect(const «Stem of leader»(), isNotNull);
  });
}
