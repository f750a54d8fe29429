using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Reckoner;
using Xunit;

namespace SturdyTinker.Core.Tests.Reckoner;

/// <summary>
/// Check digits. 49 CFR 565.15 works one out: its example's sum is 411 and its check digit 4; cited from memory.
/// </summary>
public sealed class VehicleNumberTests
{
    private const string Example = "1G4AH59H45G118341";

    [Fact]
    public void The_worked_example_of_the_law_agrees_and_so_do_seventeen_ones()
    {
        Assert.Equal('4', VehicleNumber.CheckDigit(Example));
        Assert.True(VehicleNumber.Agrees(Example));
        Assert.True(VehicleNumber.Agrees(new string('1', 17)));
        Assert.False(VehicleNumber.Agrees(Example[..16]));
        Assert.Equal([2005], VehicleNumber.YearsOf('5', 2027));
        Assert.Equal([1980, 2010], VehicleNumber.YearsOf('A', 2027));
        Assert.Empty(VehicleNumber.YearsOf('U', 2027));
    }

    /// <summary>
    /// Modulo 11 with these weights shows every wrong digit save where the weight is nought: the reason they were
    /// chosen.
    /// </summary>
    [Fact]
    public void Any_one_wrong_digit_shows()
    {
        for (int place = 0; place < VehicleNumber.Signs; place++)
        {
            foreach (char digit in "0123456789".Where(d => char.IsAsciiDigit(Example[place]) && d != Example[place]))
            {
                Assert.False(
                    VehicleNumber.Agrees(Example[..place] + digit + Example[(place + 1)..]),
                    $"{digit} at {place}");
            }
        }
    }

    [Fact]
    public void A_slip_of_the_eye_or_the_hand_is_undone()
    {
        Assert.Contains(VehicleNumber.Meant("1G4AH59H45GI18341"), m => m.Number == Example);
        Assert.Contains(VehicleNumber.Meant("1G4AHS9H45G118341"), m => m.Number == Example);
        Assert.Contains(
            VehicleNumber.Meant("1G4AH59H45G113841"),
            m => m.Number == Example && m.How == "places 14 and 15 swapped");
        Assert.All(VehicleNumber.Meant("1G4AH59H45G118342"), m => Assert.True(VehicleNumber.Agrees(m.Number)));
    }

    [Theory]
    [InlineData("1G4AH59H45G118341", "agrees")]
    [InlineData("1g4ah59h-45g1 18341", "agrees")]
    [InlineData("1G4AH59H45G118343", "does not agree: 8 is wanted, 4 stands there")]
    [InlineData("IG4AH59H45G118341", "I can't be right")]
    public void It_says_what_is_wrong(string typed, string words)
    {
        Sum sum = Sum.Find("vehicle-number")!;
        Worked worked = sum.Work(Given.Read(sum, code => code == "number" ? typed : "2027", LimitsInForce.Ours, out _));
        Assert.Equal(words, worked.Results[0].Value);
    }

    [Theory]
    [InlineData("1G4AH59H45G11834")]
    [InlineData("1G4AH59H45G1183é1")]
    public void What_is_no_vehicle_number_is_refused(string typed)
    {
        Sum sum = Sum.Find("vehicle-number")!;
        Worked worked = sum.Work(Given.Read(sum, code => code == "number" ? typed : "2027", LimitsInForce.Ours, out _));
        Assert.Equal("number", worked.Against);
    }
}
