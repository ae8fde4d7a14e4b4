/// Pictures and data that the app is built with.
abstract final class AssetNames {
  static const tree = 'assets/images/tree.png';
  static const harvest = 'assets/images/harvest.png';
  static const varieties = 'assets/data/varieties.json';
}
