using SturdyTinker.Core.Gear;
using Xunit;

namespace SturdyTinker.Core.Tests.Gear;

/// <summary>What is counted together.</summary>
public sealed class SubsystemTests
{
    /// <summary>A subject added later has to be placed: nothing that is found may drop out of the count.</summary>
    [Fact]
    public void Every_subject_belongs_to_a_subsystem_that_has_a_name() =>
        Assert.All(Enum.GetValues<Subject>(), s => Assert.NotEmpty(Subsystems.Of(s).Words()));

    [Fact]
    public void Every_subsystem_has_a_name_of_its_own_and_something_in_it()
    {
        Subsystem[] all = Enum.GetValues<Subsystem>();
        Assert.Equal(all.Length, all.Select(s => s.Words()).Distinct().Count());
        Assert.Equal(all, Enum.GetValues<Subject>().Select(Subsystems.Of).Distinct().Order());
    }
}
