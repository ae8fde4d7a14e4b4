using System;
using System.Windows;
using System.Windows.Controls;

namespace Orchard.Views
{
    public partial class MainWindow : Window
    {
        public MainWindow()
        {
            InitializeComponent();
        }

        private void ShowRota(object sender, RoutedEventArgs e)
        {
            Pages.Navigate(new Uri("/Views/RotaPage.xaml", UriKind.Relative));
        }
    }
}
