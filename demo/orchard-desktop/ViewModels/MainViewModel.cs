namespace Orchard.ViewModels
{
    public class MainViewModel
    {
        public string Title { get; } = "Pippin Row";
    }
}
