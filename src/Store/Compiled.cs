using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace SturdyTinker.Store;

/// <summary>
/// A query that is compiled once for each model it is asked of: the server's contexts and those beside it (a command, a
/// demo, a test) have a model each, and a compiled query takes only its own.
/// </summary>
/// <typeparam name="T">What asks it.</typeparam>
/// <param name="compile">Compiles it.</param>
internal sealed class Compiled<T>(Func<T> compile)
    where T : class
{
    private readonly ConditionalWeakTable<IModel, T> all = [];

    /// <summary>What asks it of a file.</summary>
    internal T Of(DbContext file) => all.GetValue(file.Model, _ => compile());
}
