using System.Globalization;
using System.Reflection;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using CsvHelper.Configuration.Attributes;
using CsvHelper.TypeConversion;
using Microsoft.AspNetCore.Http.HttpResults;

namespace SturdyTinker.Shop.Requests;

/// <summary>Tables as CSV (RFC 4180). Their columns are the properties of a class of cells, in order.</summary>
internal static class Csv
{
    // An apostrophe says to a spreadsheet that text follows.
    private const char Plain = '\'';
    private static readonly char[] Formula = ['=', '+', '-', '@', '\t', '\r', Plain];

    private static readonly CsvConfiguration Out = new(CultureInfo.InvariantCulture)
    {
        Mode = CsvMode.RFC4180,
        NewLine = "\r\n",

        // A spreadsheet takes a cell that begins so for a formula; what somebody has typed may be one that does harm.
        InjectionOptions = InjectionOptions.Escape,
        InjectionCharacters = Formula,
        InjectionEscapeCharacter = Plain,
    };

    // Lines may end either way coming in; which columns have to be there is looked at apart, for a better sentence.
    private static readonly CsvConfiguration In = new(CultureInfo.InvariantCulture)
    {
        Mode = CsvMode.RFC4180,
        DetectColumnCountChanges = false,
        MissingFieldFound = null,
        BadDataFound = null,
        HeaderValidated = null,
        PrepareHeaderForMatch = header => header.Header.Trim().ToUpperInvariant(),
        TrimOptions = TrimOptions.Trim,
    };

    /// <summary>A table in UTF-8.</summary>
    internal static byte[] Write<T>(IEnumerable<T> rows)
    {
        using StringWriter text = new(CultureInfo.InvariantCulture);
        using (CsvWriter csv = new(text, Out))
        {
            csv.WriteRecords(rows);
        }

        return Encoding.UTF8.GetBytes(text.ToString());
    }

    /// <summary>A table as a file to keep.</summary>
    internal static FileContentHttpResult AsFile(string name, byte[] table) =>
        TypedResults.File(table, "text/csv; charset=utf-8", $"{name}.csv");

    /// <summary>Reads a table whose heading is read already.</summary>
    internal static CsvReader Read(string text)
    {
        CsvReader csv = new(new StringReader(text), In);
        csv.Context.TypeConverterCache.AddConverter<string>(new Escaped());
        csv.Read();
        csv.ReadHeader();
        return csv;
    }

    /// <summary>The columns of a table: name and cell, in order.</summary>
    internal static IReadOnlyList<(string Name, Func<T, string> Cell)> Columns<T>() => Of<T>.Columns;

    /// <summary>Puts each cell of a row as it is said to be: by its column and as it stands.</summary>
    internal static void Change<T>(T row, Func<string, string, string> cell) => Of<T>.Change(row, cell);

    /// <summary>The columns that a table has to have.</summary>
    internal static IReadOnlyList<string> Needed<T>() => Of<T>.Needed;

    // What was escaped on its way out is as it was; a spreadsheet drops the apostrophe itself.
    private sealed class Escaped : StringConverter
    {
        public override object? ConvertFromString(string? text, IReaderRow row, MemberMapData memberMapData) =>
            text is [Plain, var next, ..] && Formula.Contains(next) ? text[1..] : text ?? "";
    }

    private static class Of<T>
    {
        private static readonly PropertyInfo[] Properties = [.. typeof(T)
            .GetProperties()
            .Where(p => p.IsDefined(typeof(NameAttribute)))];

        internal static readonly IReadOnlyList<(string, Func<T, string>)> Columns =
            [.. Properties.Select(p => (NameOf(p), new Func<T, string>(row => (string?)p.GetValue(row) ?? "")))];

        internal static readonly IReadOnlyList<string> Needed =
            [.. Properties.Where(p => !p.IsDefined(typeof(OptionalAttribute))).Select(NameOf)];

        internal static void Change(T row, Func<string, string, string> cell)
        {
            foreach (PropertyInfo property in Properties)
            {
                property.SetValue(row, cell(NameOf(property), (string?)property.GetValue(row) ?? ""));
            }
        }

        private static string NameOf(PropertyInfo property) => property.GetCustomAttribute<NameAttribute>()!.Names[0];
    }
}
