/// What can happen to «title».
enum «Stem» {
    case requested
    case loaded([String])
}
