using System;
using System.Windows.Input;

namespace «namespace»;

/// <summary>«Title»: when it may be done, and doing it.</summary>
public sealed class «Stem» : ICommand
{
    public event EventHandler? CanExecuteChanged
    {
        add => CommandManager.RequerySuggested += value;
        remove => CommandManager.RequerySuggested -= value;
    }

    public bool CanExecute(object? parameter) => true;

    public void Execute(object? parameter)
    {
    }
}
