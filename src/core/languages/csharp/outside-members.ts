/**
 * Members of types of .NET from which an app's own types descend: what a bare name may mean in those. By the name of the type; with what
 * it has from others. A name too many costs a doubt that nobody needs, one that is missing a wrong answer: the lists are wide. Sources: the
 * assemblies of .NET Framework 4.5 as Mono ships them; Microsoft, ".NET API browser" for WPF, "Windows.UI.Xaml" for apps of Windows.
 */

const parts = {
  object: "DependencyObjectType Dispatcher IsSealed",
  visual:
    "VisualBitmapEffect VisualBitmapEffectInput VisualBitmapScalingMode VisualCacheMode VisualChildrenCount VisualClearTypeHint VisualClip VisualEdgeMode VisualEffect VisualOffset VisualOpacity VisualOpacityMask VisualParent VisualScrollableAreaClip VisualTextHintingMode VisualTextRenderingMode VisualTransform VisualXSnappingGuidelines VisualYSnappingGuidelines",
  element:
    "AllowDrop AreAnyTouchesCaptured AreAnyTouchesCapturedWithin AreAnyTouchesDirectlyOver AreAnyTouchesOver BitmapEffect BitmapEffectInput CacheMode Clip ClipToBounds CommandBindings DesiredSize DragEnter DragLeave DragOver Drop Effect Focusable FocusableChanged GiveFeedback GotFocus GotKeyboardFocus GotMouseCapture GotStylusCapture GotTouchCapture HasAnimatedProperties HasEffectiveKeyboardFocus InputBindings InputHitTest IsArrangeValid IsEnabled IsEnabledChanged IsEnabledCore IsFocused IsHitTestVisible IsHitTestVisibleChanged IsInputMethodEnabled IsKeyboardFocusWithin IsKeyboardFocusWithinChanged IsKeyboardFocused IsKeyboardFocusedChanged IsManipulationEnabled IsMeasureValid IsMouseCaptureWithin IsMouseCaptureWithinChanged IsMouseCaptured IsMouseCapturedChanged IsMouseDirectlyOver IsMouseDirectlyOverChanged IsMouseOver IsStylusCaptureWithin IsStylusCaptureWithinChanged IsStylusCaptured IsStylusCapturedChanged IsStylusDirectlyOver IsStylusDirectlyOverChanged IsStylusOver IsVisible IsVisibleChanged KeyDown KeyUp LayoutUpdated LostFocus LostKeyboardFocus LostMouseCapture LostStylusCapture LostTouchCapture ManipulationBoundaryFeedback ManipulationCompleted ManipulationDelta ManipulationInertiaStarting ManipulationStarted ManipulationStarting MouseDown MouseEnter MouseLeave MouseLeftButtonDown MouseLeftButtonUp MouseMove MouseRightButtonDown MouseRightButtonUp MouseUp MouseWheel Opacity OpacityMask PersistId PreviewDragEnter PreviewDragLeave PreviewDragOver PreviewDrop PreviewGiveFeedback PreviewGotKeyboardFocus PreviewKeyDown PreviewKeyUp PreviewLostKeyboardFocus PreviewMouseDown PreviewMouseLeftButtonDown PreviewMouseLeftButtonUp PreviewMouseMove PreviewMouseRightButtonDown PreviewMouseRightButtonUp PreviewMouseUp PreviewMouseWheel PreviewQueryContinueDrag PreviewStylusButtonDown PreviewStylusButtonUp PreviewStylusDown PreviewStylusInAirMove PreviewStylusInRange PreviewStylusMove PreviewStylusOutOfRange PreviewStylusSystemGesture PreviewStylusUp PreviewTextInput PreviewTouchDown PreviewTouchMove PreviewTouchUp QueryContinueDrag QueryCursor RenderSize RenderTransform RenderTransformOrigin SnapsToDevicePixels StylusButtonDown StylusButtonUp StylusDown StylusEnter StylusInAirMove StylusInRange StylusLeave StylusMove StylusOutOfRange StylusPlugIns StylusSystemGesture StylusUp TextInput TouchDown TouchEnter TouchLeave TouchMove TouchUp TouchesCaptured TouchesCapturedWithin TouchesDirectlyOver TouchesOver Uid Visibility",
  windowsApps:
    "AccessKey ActualOffset ActualSize ActualTheme ActualThemeChanged BaseUri BottomAppBar BringIntoViewRequested CanDrag CenterPoint CharacterReceived CompositeMode ContextCanceled ContextFlyout ContextRequested DataContextChanged DoubleTapped DragStarting DropCompleted EffectiveViewportChanged ElementSoundMode ExitDisplayModeOnAccessKeyInvoked FocusVisualMargin Frame HighContrastAdjustment Holding IsAccessKeyScope IsDoubleTapEnabled IsHoldingEnabled IsLoaded IsRightTapEnabled IsTapEnabled IsTextScaleFactorEnabled KeyTipPlacementMode KeyboardAcceleratorPlacementMode KeyboardAccelerators Lights ManipulationMode NavigationCacheMode NoFocusCandidateFound PointerCanceled PointerCaptureLost PointerCaptures PointerEntered PointerExited PointerMoved PointerPressed PointerReleased PointerWheelChanged ProcessKeyboardAccelerators Projection RequestedTheme RequiresPointer RightTapped Rotation RotationAxis Scale Shadow TabFocusNavigation Tapped TopAppBar Transform3D Transform3DMode Transitions Translation UseLayoutRounding UseSystemFocusVisuals XYFocusDown XYFocusKeyboardNavigation XYFocusLeft XYFocusRight XYFocusUp XamlRoot",
  framework:
    "ActualHeight ActualWidth BindingGroup ContextMenu ContextMenuClosing ContextMenuOpening Cursor DataContext DefaultStyleKey FlowDirection FocusVisualStyle ForceCursor Height HorizontalAlignment InheritanceBehavior Initialized InputScope IsInitialized IsLoaded Language LayoutTransform Loaded LogicalChildren Margin MaxHeight MaxWidth MinHeight MinWidth Name OverridesDefaultStyle Parent RequestBringIntoView Resources SizeChanged SourceUpdated Style Tag TargetUpdated TemplatedParent ToolTip ToolTipClosing ToolTipOpening Triggers Unloaded UseLayoutRounding VerticalAlignment Width",
  control:
    "Background BackgroundSizing BorderBrush BorderThickness CharacterSpacing CornerRadius DefaultStyleResourceUri ElementSoundMode FocusDisengaged FocusEngaged FocusState FontFamily FontSize FontStretch FontStyle FontWeight Foreground HandlesScrolling HorizontalContentAlignment IsEnabledChanged IsFocusEngaged IsFocusEngagementEnabled IsTabStop IsTemplateFocusTarget MouseDoubleClick Padding PreviewMouseDoubleClick TabIndex TabNavigation Template VerticalContentAlignment",
  content:
    "Content ContentStringFormat ContentTemplate ContentTemplateRoot ContentTemplateSelector ContentTransitions HasContent",
  page: "KeepAlive NavigationService ShowsNavigationUI Title WindowHeight WindowTitle WindowWidth",
  window:
    "Activated AllowsTransparency AppWindow Bounds Closed Closing Compositor ContentRendered CoreWindow Current Deactivated DialogResult Dispatcher DpiChanged ExtendsContentIntoTitleBar Icon IsActive Left LocationChanged OwnedWindows Owner ResizeMode RestoreBounds ShowActivated ShowInTaskbar SizeToContent SourceInitialized StateChanged SystemBackdrop TaskbarItemInfo ThemeMode Title Top Topmost UIContext VisibilityChanged WindowStartupLocation WindowState WindowStyle",
  navigation:
    "BackStack BackStackDepth CacheSize CanGoBack CanGoForward CurrentSource CurrentSourcePageType ForwardStack FragmentNavigation IsNavigationStackEnabled JournalOwnership LoadCompleted Navigated Navigating NavigationFailed NavigationProgress NavigationService NavigationStopped NavigationUIVisibility SandboxExternalContent ShowsNavigationUI Source SourcePageType",
  application:
    "Activated Current Deactivated DebugSettings Dispatcher DispatcherUnhandledException EnteredBackground Exit FocusVisualKind FragmentNavigation HighContrastAdjustment LeavingBackground LoadCompleted MainWindow Navigated Navigating NavigationFailed NavigationProgress NavigationStopped Properties RequestedTheme RequiresPointerMode ResourceAssembly Resources Resuming SessionEnding ShutdownMode Startup StartupUri Suspending ThemeMode UnhandledException Windows",
  items:
    "AlternationCount AlternationIndex DisplayMemberPath GroupStyle GroupStyleSelector HasItems IsGrouping IsTextSearchCaseSensitive IsTextSearchEnabled ItemBindingGroup ItemContainerGenerator ItemContainerStyle ItemContainerStyleSelector ItemContainerTransitions ItemStringFormat ItemTemplate ItemTemplateSelector Items ItemsPanel ItemsPanelRoot ItemsSource",
  panel:
    "Background BackgroundTransition BorderBrush BorderThickness Bottom CanHorizontallyScroll CanVerticallyScroll Children ChildrenTransitions Column ColumnDefinitions ColumnSpacing ColumnSpan Columns CornerRadius Dock ExtentHeight ExtentWidth FirstColumn HasLogicalOrientation HasLogicalOrientationPublic HorizontalOffset InternalChildren IsItemsHost IsSharedSizeScope ItemHeight ItemWidth LastChildFill Left LogicalOrientation LogicalOrientationPublic Orientation Padding Right Row RowDefinitions RowSpacing RowSpan Rows ScrollOwner ShowGridLines Spacing Top VerticalOffset ViewportHeight ViewportWidth ZIndex",
  text: "AcceptsReturn AcceptsTab AutoWordSelection CanRedo CanUndo CaretBrush CaretIndex CharacterCasing ExtentHeight ExtentWidth HorizontalOffset HorizontalScrollBarVisibility IsInactiveSelectionHighlightEnabled IsReadOnly IsReadOnlyCaretVisible IsSelectionActive IsUndoEnabled LineCount MaxLength MaxLines MinLines SelectedText SelectionBrush SelectionChanged SelectionLength SelectionOpacity SelectionStart SelectionTextBrush SpellCheck Text TextAlignment TextChanged TextDecorations TextWrapping Typography UndoLimit VerticalOffset VerticalScrollBarVisibility ViewportHeight ViewportWidth",
  button:
    "Checked Click ClickMode Command CommandParameter CommandTarget Flyout Indeterminate IsCancel IsChecked IsDefault IsDefaulted IsPointerOver IsPressed IsThreeState Unchecked",
} as const;

type Part = keyof typeof parts;

const element: readonly Part[] = ["object", "visual", "element", "windowsApps", "framework"];
const control: readonly Part[] = [...element, "control"];
const content: readonly Part[] = [...control, "content"];

const elements: readonly (readonly [string, readonly Part[]])[] = [
  ["DependencyObject DispatcherObject Freezable MarkupExtension DataTemplateSelector StyleSelector", ["object"]],
  ["UIElement", ["object", "visual", "element", "windowsApps"]],
  ["FrameworkElement", element],
  ["Control", control],
  ["ContentControl UserControl", content],
  ["Page", [...content, "page"]],
  ["Window", [...content, "window"]],
  ["NavigationWindow", [...content, "window", "navigation"]],
  ["Application", ["application"]],
  ["ItemsControl", [...control, "items"]],
  ["Panel Canvas Grid StackPanel WrapPanel DockPanel UniformGrid", [...element, "panel"]],
  ["TextBox", [...control, "text"]],
  ["Button ToggleButton", [...content, "button"]],
];

const others: Readonly<Record<string, string>> = {
  "ApplicationException Exception IOException InvalidOperationException NotSupportedException SystemException":
    "Data HResult HelpLink InnerException Message SerializeObjectState Source StackTrace TargetSite",
  ArgumentException:
    "Data HResult HelpLink InnerException Message ParamName SerializeObjectState Source StackTrace TargetSite",
  Attribute: "TypeId",
  BackgroundWorker:
    "CanRaiseEvents CancellationPending Container DesignMode Disposed DoWork Events IsBusy ProgressChanged RunWorkerCompleted Site WorkerReportsProgress WorkerSupportsCancellation",
  CancelEventArgs: "Cancel Empty",
  "Collection ReadOnlyCollection": "Count Items",
  Comparer: "Default DefaultInvariant",
  Component: "CanRaiseEvents Container DesignMode Disposed Events Site",
  DelegatingHandler: "InnerHandler",
  "Dictionary SortedDictionary": "Comparer Count Enumerator KeyCollection Keys ValueCollection Values",
  "DynamicObject HttpMessageHandler MarshalByRefObject": "",
  EqualityComparer: "Default",
  EventArgs: "Empty",
  HandledEventArgs: "Empty Handled",
  HashSet: "Comparer Count Enumerator",
  HttpClient: "BaseAddress DefaultRequestHeaders MaxResponseContentBufferSize Timeout",
  KeyedCollection: "Comparer Count Dictionary Items",
  List: "Capacity Count Enumerator",
  MemoryStream: "CanRead CanSeek CanTimeout CanWrite Capacity Length Null Position ReadTimeout WriteTimeout",
  "ObservableCollection ReadOnlyObservableCollection": "CollectionChanged Count Items PropertyChanged",
  PropertyChangedEventArgs: "Empty PropertyName",
  "Queue Stack": "Count Enumerator IsSynchronized SyncRoot",
  Stream: "CanRead CanSeek CanTimeout CanWrite Length Null Position ReadTimeout WriteTimeout",
  "StringWriter TextWriter": "CoreNewLine Encoding FormatProvider NewLine Null",
  SynchronizationContext: "Current",
  TextReader: "Null",
  TraceListener: "Attributes Filter IndentLevel IndentSize IsThreadSafe Name NeedIndent TraceOutputOptions",
  TypeConverter: "SimplePropertyDescriptor StandardValuesCollection",
  ValidationAttribute:
    "ErrorMessage ErrorMessageResourceName ErrorMessageResourceType ErrorMessageString RequiresValidationContext TypeId",
};

const known = new Map<string, ReadonlySet<string>>();
for (const [names, words] of Object.entries(others))
  for (const name of names.split(" ")) known.set(name, new Set(words.split(" ")));
for (const [names, own] of elements)
  for (const name of names.split(" ")) known.set(name, new Set(own.flatMap((part) => parts[part].split(" "))));

/** Whether a type of .NET may have a member of a name; `undefined` for a type whose members are not known. */
export function outsideMember(type: string, name: string): boolean | undefined {
  const own = known.get(type);
  // What a property is registered as: `TitleProperty`, `ClickEvent`.
  return own && (own.has(name) || own.has(name.replace(/(?:Property(?:Key)?|Event)$/, "")));
}
