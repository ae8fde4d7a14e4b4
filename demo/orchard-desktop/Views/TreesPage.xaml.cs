using System;
using System.Windows;
using System.Windows.Controls;

namespace Orchard.Views
{
    public partial class TreesPage : Page
    {
        public TreesPage()
        {
            InitializeComponent();
        }
    }
}
