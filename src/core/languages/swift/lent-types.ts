/**
 * Types within types of Apple's frameworks: who descends from such a type, or extends it, can name them bare, so that there a name may
 * mean one of them. A name too many costs a question, one that is missing a wrong answer: the lists are wide. Source: Apple, developer
 * documentation of the Swift standard library, Foundation, SwiftUI, SwiftData, Combine, UIKit, AppKit, XCTest.
 */

/** Types, and what each of them has within itself. */
const lists: readonly (readonly [types: string, within: string])[] = [
  ["Equatable Hashable Comparable Codable Encodable Decodable Error LocalizedError CustomNSError Sendable AnyObject", ""],
  ["CustomStringConvertible CustomDebugStringConvertible Copyable Actor MainActor Observable PersistentModel", ""],
  ["NSObjectProtocol NSCopying NSCoding NSSecureCoding UIResponder NSResponder NSManagedObject XCTestCase", ""],
  ["UIApplicationDelegate UIWindowSceneDelegate UISceneDelegate NSApplicationDelegate CLLocationManagerDelegate", ""],
  ["UITableViewDataSource UITableViewDelegate UICollectionViewDataSource UICollectionViewDelegate", ""],
  ["UITextFieldDelegate UITextViewDelegate UIScrollViewDelegate UISearchResultsUpdating UISearchBarDelegate", ""],
  ["UINavigationControllerDelegate UITabBarControllerDelegate UNUserNotificationCenterDelegate", ""],
  ["URLSessionDelegate URLSessionTaskDelegate URLSessionDataDelegate NSFetchedResultsControllerDelegate", ""],
  ["EnvironmentValues", ""],
  ["NSObject", "KeyValueObservingPublisher"],
  ["View App Scene Widget WidgetBundle ToolbarContent Commands Gesture", "Body Value Content"],
  ["ViewModifier", "Body Content"],
  ["PreviewProvider", "Previews"],
  ["ObservableObject", "ObjectWillChangePublisher"],
  ["Identifiable", "ID"],
  ["CaseIterable", "AllCases"],
  ["RawRepresentable OptionSet", "RawValue Element ArrayLiteralElement"],
  ["EnvironmentKey PreferenceKey FocusedValueKey", "Value"],
  ["ButtonStyle PrimitiveButtonStyle LabelStyle ToggleStyle TextFieldStyle ProgressViewStyle", "Body Configuration Label"],
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
    "AnimationCurve AnimationOptions AnimationTransition AutoresizingMask ContentMode KeyframeAnimationOptions SystemAnimation TintAdjustmentMode ContentHorizontalAlignment ContentVerticalAlignment Event State ButtonType Configuration ConfigurationUpdateHandler Role CellStyle SelectionStyle EditingStyle AccessoryType StateMask SeparatorStyle FocusStyle DragState",
  ],
  [
    "UIViewController UITableViewController UICollectionViewController UINavigationController UITabBarController",
    "Edge PresentationStyle TransitionCoordinator Transition Operation Mode Sidebar",
  ],
  ["NSViewController", "TransitionOptions"],
];

const table = new Map(lists.flatMap(([types, within]) => types.split(" ").map((each) => [each, within.split(" ")] as const)));

/** What descendants of a type from outside can name bare; `undefined` where that is not known. */
export function lentTypes(parent: string): readonly string[] | undefined {
  return table.get(parent);
}
