/// Weights of the orchard.
library;

export 'src/kilograms.dart';
