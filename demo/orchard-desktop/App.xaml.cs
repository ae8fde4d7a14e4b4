using System.Windows;

namespace Orchard
{
    public partial class App : Application
    {
    }
}
