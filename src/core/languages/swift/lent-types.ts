/**
 * Types within types of Apple's frameworks: who descends from such a type, or extends it, can name them bare, so that there a name may
 * mean one of them. A name too many costs a question, one that is missing a wrong answer: the lists are wide. Source: Apple, developer
 * documentation of the Swift standard library, Foundation, SwiftUI, SwiftData, Combine, UIKit, AppKit, XCTest.
 */

/** What views of UIKit have within themselves, all of them together. */
const views =
  "AnimationCurve AnimationOptions AnimationTransition AutoresizingMask ContentMode KeyframeAnimationOptions SystemAnimation TintAdjustmentMode ContentHorizontalAlignment ContentVerticalAlignment Event State ButtonType Configuration ConfigurationUpdateHandler Role CellStyle SelectionStyle EditingStyle AccessoryType StateMask SeparatorStyle FocusStyle DragState BorderStyle ViewMode Axis Alignment Distribution IndexDisplayMode KeyboardDismissMode ContentInsetAdjustmentBehavior DecelerationRate RowAnimation ScrollPosition SeparatorInsetReference Style ReorderingCadence ElementKind CellRegistration SupplementaryRegistration SelfSizingInvalidation BackgroundStyle Direction PreferredIndicatorImage Segment DisplayStyle";

/** Types, and what each of them has within itself. */
const lists: readonly (readonly [types: string, within: string])[] = [
  [
    "Equatable Hashable Comparable Codable Encodable Decodable Error LocalizedError CustomNSError Sendable AnyObject",
    "",
  ],
  ["CustomStringConvertible CustomDebugStringConvertible Copyable Actor MainActor Observable PersistentModel", ""],
  ["NSObjectProtocol NSCopying NSCoding NSSecureCoding UIResponder NSResponder NSManagedObject XCTestCase", ""],
  ["UIApplicationDelegate UIWindowSceneDelegate UISceneDelegate NSApplicationDelegate CLLocationManagerDelegate", ""],
  ["UITableViewDataSource UITableViewDelegate UICollectionViewDataSource UICollectionViewDelegate", ""],
  ["UITextFieldDelegate UITextViewDelegate UIScrollViewDelegate UISearchResultsUpdating UISearchBarDelegate", ""],
  ["UINavigationControllerDelegate UITabBarControllerDelegate UNUserNotificationCenterDelegate", ""],
  ["URLSessionDelegate URLSessionTaskDelegate URLSessionDataDelegate NSFetchedResultsControllerDelegate", ""],
  [
    "EnvironmentValues NSEvent NSBundle Bundle UserDefaults NotificationCenter DispatchQueue JSONDecoder JSONEncoder",
    "",
  ],
  ["CAAnimationDelegate UIGestureRecognizerDelegate UIPopoverPresentationControllerDelegate CustomReflectable", ""],
  [
    "CALayer CAGradientLayer CAShapeLayer CATextLayer CAReplicatorLayer CAScrollLayer CATransformLayer CAMetalLayer",
    "",
  ],
  ["CGPoint CGSize CGRect CGVector CGAffineTransform CGPath CGColor UIColor NSColor UIImage UIFont NSFont", ""],
  [
    "UIScrollView UIStackView UIImageView UILabel UITextField UITextView UITableView UICollectionView UIPageControl",
    views,
  ],
  [
    "UIWindow UISlider UISwitch UISegmentedControl UIDatePicker UIProgressView UIActivityIndicatorView WKWebView",
    views,
  ],
  [
    "Decoder Encoder SingleValueDecodingContainer SingleValueEncodingContainer TopLevelEncoder TopLevelDecoder",
    "Input Output",
  ],
  [
    "KeyedDecodingContainerProtocol KeyedEncodingContainerProtocol KeyedDecodingContainer KeyedEncodingContainer",
    "Key",
  ],
  ["UnkeyedDecodingContainer UnkeyedEncodingContainer CodingKey", ""],
  [
    "FileManager",
    "DirectoryEnumerationOptions DirectoryEnumerator FileType ItemReplacementOptions SearchPathDirectory SearchPathDomainMask URLRelationship UnmountOptions",
  ],
  [
    "Data",
    "Base64DecodingOptions Base64EncodingOptions Deallocator Element Index Indices Iterator ReadingOptions SearchOptions SubSequence WritingOptions",
  ],
  [
    "Array ArraySlice ContiguousArray Set Dictionary Optional Result Range ClosedRange",
    "Element Index Indices Iterator SubSequence Key Keys Value Values Wrapped Success Failure Output Publisher ArrayLiteralElement Bound Publisher",
  ],
  [
    "URL",
    "Bookmark BookmarkCreationOptions BookmarkResolutionOptions DirectoryHint FormatStyle ParseStrategy Resource Template",
  ],
  [
    "NSView NSControl NSButton NSTextField NSTableCellView NSStackView NSScrollView NSImageView",
    "AutoresizingMask BackgroundStyle BezelStyle BorderType ButtonType ContentFilter DefinitionOptions DisplayTileOptions FocusRingType FullScreenModeOptionKey ImagePosition ImageScaling LayerContentsPlacement LayerContentsRedrawPolicy LineBreakMode RowSizeStyle ScrollElasticity StateValue ToolTipTag TrackingRectTag UserInterfaceLayoutDirection",
  ],
  ["NSObject", "KeyValueObservingPublisher"],
  ["View App Scene Widget WidgetBundle ToolbarContent Commands Gesture", "Body Value Content"],
  ["ViewModifier", "Body Content"],
  ["PreviewProvider", "Previews"],
  ["ObservableObject", "ObjectWillChangePublisher"],
  ["Identifiable", "ID"],
  ["CaseIterable", "AllCases"],
  ["RawRepresentable OptionSet", "RawValue Element ArrayLiteralElement"],
  ["EnvironmentKey PreferenceKey FocusedValueKey", "Value"],
  [
    "ButtonStyle PrimitiveButtonStyle LabelStyle ToggleStyle TextFieldStyle ProgressViewStyle",
    "Body Configuration Label",
  ],
  ["Shape InsettableShape", "Body AnimatableData Role InsetShape Path"],
  [
    "UIViewRepresentable UIViewControllerRepresentable NSViewRepresentable NSViewControllerRepresentable",
    "Body Context Coordinator UIViewType UIViewControllerType NSViewType NSViewControllerType LayoutOptions",
  ],
  [
    "Sequence Collection BidirectionalCollection RandomAccessCollection AsyncSequence IteratorProtocol",
    "Element Iterator SubSequence Index Indices Failure AsyncIterator Publisher",
  ],
  [
    "ExpressibleByStringLiteral ExpressibleByArrayLiteral ExpressibleByDictionaryLiteral",
    "StringLiteralType ArrayLiteralElement Key Value ExtendedGraphemeClusterLiteralType UnicodeScalarLiteralType",
  ],
  [
    "String Substring Character",
    "Element Iterator SubSequence Index Indices Encoding EncodingConversionOptions Comparator CompareOptions EnumerationOptions LocalizationValue LocalizationOptions StandardComparator StringInterpolation UTF8View UTF16View UnicodeScalarView UnicodeScalarIndex CharacterView IndexDistance UnicodeScalarLiteralType ExtendedGraphemeClusterLiteralType StringLiteralType Output",
  ],
  [
    "Int UInt Int8 Int16 Int32 Int64 UInt8 UInt16 UInt32 UInt64 Double Float CGFloat Decimal Bool",
    "Words Magnitude Stride IntegerLiteralType FloatLiteralType BooleanLiteralType RawSignificand RawExponent Exponent NativeType FormatStyle ParseStrategy CalculationError RoundingMode AnimatableData UnwrappedType ValueType Specification",
  ],
  [
    "Date",
    "AnchoredRelativeFormatStyle AttributedStyle ComponentsFormatStyle FormatStyle FormatString HTTPFormatStyle ISO8601FormatStyle IntervalFormatStyle ParseStrategy RelativeFormatStyle Stride VerbatimFormatStyle ReferenceType UnwrappedType ValueType Specification",
  ],
  ["Color", "Body RGBColorSpace Resolved ResolvedHDR Value Content AnimatableData"],
  ["Image", "Body Content DynamicRange Interpolation Orientation ResizingMode Scale TemplateRenderingMode"],
  ["Font", "Context Design Leading PredefinedStyle Resolved TextStyle Weight Width"],
  [
    "UIView UICollectionReusableView UITableViewHeaderFooterView UIControl UIButton UITableViewCell UICollectionViewCell",
    views,
  ],
  [
    "UIViewController UITableViewController UICollectionViewController UINavigationController UITabBarController",
    "Edge PresentationStyle TransitionCoordinator Transition Operation Mode Sidebar",
  ],
  ["NSViewController", "TransitionOptions"],
];

const table = new Map(
  lists.flatMap(([types, within]) => types.split(" ").map((each) => [each, within.split(" ")] as const)),
);

/** By the letters of Apple's frameworks and the custom of their names. */
const delegates =
  /^(?:AR|AS|AV|CA|CB|CL|CN|CX|EK|GK|HK|MC|MF|MK|NS|PH|PK|QL|SCN|SK|UI|UN|VN|WK)[A-Z]\w*(?:Delegate|DataSource)$/;

/** What descendants of a type from outside can name bare; `undefined` where that is not known. */
export function lentTypes(parent: string): readonly string[] | undefined {
  // Protocols of Objective-C have no types within themselves.
  return table.get(parent) ?? (delegates.test(parent) ? [] : undefined);
}
