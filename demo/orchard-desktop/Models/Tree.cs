namespace Orchard.Models
{
    public class Tree
    {
        public string Name { get; set; }
        public int Planted { get; set; }
    }
}
