using System;
using System.Windows.Input;

namespace Orchard.Commands
{
    public class SwapShiftCommand : ICommand
    {
        public event EventHandler CanExecuteChanged;

        public bool CanExecute(object parameter) => parameter != null;

        public void Execute(object parameter)
        {
        }
    }
}
