namespace SturdyTinker.Core.Measures;

/// <summary>A tightening torque. Held exactly, in newton metres.</summary>
/// <param name="NewtonMetres">The torque in newton metres, exact.</param>
public readonly record struct Torque(decimal NewtonMetres)
{
    /// <summary>The torque in pound-force feet.</summary>
    public decimal PoundForceFeet => NewtonMetres / Unit.PoundForceFoot.InCanonical;

    /// <summary>A torque from pound-force feet.</summary>
    public static Torque FromPoundForceFeet(decimal value) => new(value * Unit.PoundForceFoot.InCanonical);
}
