using System;
using System.Windows.Input;

namespace «namespace»;

/// <summary>A command made from an action.</summary>
public sealed class ActionCommand(Action action, Func<bool>? isPossible = null) : ICommand
{
    public event EventHandler? CanExecuteChanged
    {
        add => CommandManager.RequerySuggested += value;
        remove => CommandManager.RequerySuggested -= value;
    }

    public bool CanExecute(object? parameter) => isPossible?.Invoke() ?? true;

    public void Execute(object? parameter) => action();
}
