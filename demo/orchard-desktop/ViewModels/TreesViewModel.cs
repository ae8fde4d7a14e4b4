using System.Collections.ObjectModel;
using Orchard.Models;

namespace Orchard.ViewModels
{
    public class TreesViewModel
    {
        public ObservableCollection<Tree> Trees { get; } = new ObservableCollection<Tree>();

        public string PictureOf(Tree tree) => "pack://application:,,,/Images/leaf.png";
    }
}
