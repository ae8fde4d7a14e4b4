import 'shift.dart';

/// A shift that somebody would rather give away.
final class Swap {
  const Swap({required this.shift, this.takenBy});

  final Shift shift;
  final String? takenBy;

  bool get isOpen => takenBy == null;
}
