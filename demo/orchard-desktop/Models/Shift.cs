namespace Orchard.Models
{
    public class Shift
    {
        public string Day { get; set; }
        public string Person { get; set; }
        public ShiftKind Kind { get; set; }
    }

    /// <summary>What is done in it.</summary>
    public enum ShiftKind
    {
        Pruning,
        Picking,
    }
}
