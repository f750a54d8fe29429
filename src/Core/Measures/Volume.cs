namespace SturdyTinker.Core.Measures;

/// <summary>A volume of grease, oil or fluid. Held exactly, in millilitres.</summary>
/// <param name="Millilitres">The volume in millilitres, exact.</param>
public readonly record struct Volume(decimal Millilitres)
{
    /// <summary>The volume in US fluid ounces.</summary>
    public decimal FluidOunces => Millilitres / Unit.FluidOunce.InCanonical;

    /// <summary>A volume from US fluid ounces.</summary>
    public static Volume FromFluidOunces(decimal value) => new(value * Unit.FluidOunce.InCanonical);
}
