using CsCheck;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using Xunit;

namespace SturdyTinker.Core.Tests.Composing;

/// <summary>Ids of openings, steps and jobs: what is written is read back, and what is no id is none.</summary>
public sealed class IdTests
{
    private static readonly Gen<string> Code = Gen.String[Gen.Char["abcdefghij-0123456789"], 1, 12];

    [Fact]
    public void What_is_written_is_read_back() =>
        Gen.Select(Code, Code, Code, Gen.Int[1, 40]).Sample((place, group, step, round) =>
        {
            OpeningId opening = new(place, group, round);
            StepId key = StepId.In(opening, step);
            Assert.Equal(opening, OpeningId.Of(opening.ToString()));
            Assert.Equal(key, StepId.Of(key.ToString()));
            Assert.Equal(round > 1, opening.Again);
            Assert.Equal(StepId.Of(new StepId(place, group, step).ToString())!.Value.Family, key.Family);
            JobAt job = new(group, place);
            Assert.Equal(job, JobAt.Of(job.Id));
        });

    [Theory]
    [InlineData("axle-1-left/hub-off", "axle-1-left", "hub-off", 1)]
    [InlineData("axle-1-left/hub-off#3", "axle-1-left", "hub-off", 3)]
    public void Openings_are_written_as_files_have_them(string id, string place, string opening, int round) =>
        Assert.Equal(new OpeningId(place, opening, round), OpeningId.Of(id));

    [Theory]
    [InlineData("")]
    [InlineData("axle-1-left")]
    [InlineData("axle-1-left/")]
    [InlineData("axle-1-left/hub-off#")]
    [InlineData("axle-1-left/hub-off#1")]
    [InlineData("axle-1-left/hub-off#-2")]
    [InlineData("axle-1-left/hub-off#2#3")]
    [InlineData("axle-1-left/hub-off/seat")]
    public void Anything_else_is_no_opening(string id) =>
        Assert.Throws<FormatException>(() => OpeningId.Of(id));

    [Theory]
    [InlineData("axle-1-left/hub-off")]
    [InlineData("axle-1-left/hub-off/seat/more")]
    [InlineData("axle-1-left//seat")]
    public void Anything_else_is_no_step(string key)
    {
        Assert.Null(StepId.Of(key));
        Assert.Equal(key, PacketStep.FamilyOf(key));
    }

    [Theory]
    [InlineData("bearing-repack")]
    [InlineData("bearing-repack@")]
    [InlineData("@axle-1-left")]
    [InlineData("a@b@c")]
    public void Anything_else_is_no_job(string id) => Assert.Throws<FormatException>(() => JobAt.Of(id));
}
