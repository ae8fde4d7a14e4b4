namespace Orchard.Models
{
    public class Shift
    {
        public string Day { get; set; }
        public string Person { get; set; }
    }
}
