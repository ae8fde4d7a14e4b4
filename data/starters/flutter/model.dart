/// One of «title».
final class «Stem» {
  const «Stem»({required this.id});

  final String id;
}
