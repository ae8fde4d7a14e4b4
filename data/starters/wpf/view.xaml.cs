using System.Windows.Controls;

namespace «namespace»;

/// <summary>«Title».</summary>
public partial class «Stem» : UserControl
{
    public «Stem»() => InitializeComponent();
}
