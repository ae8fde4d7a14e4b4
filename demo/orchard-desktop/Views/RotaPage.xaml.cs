using System;
using System.Windows;
using System.Windows.Controls;

namespace Orchard.Views
{
    public partial class RotaPage : Page
    {
        public RotaPage()
        {
            InitializeComponent();
        }
    }
}
