using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;
using SturdyTinker.Tests;
using Xunit;

namespace SturdyTinker.Core.Tests.Code;

/// <summary>
/// The shape of all our C#, asked of its syntax: what the compiler's own style analyzers ask takes a sixth of a build.
/// </summary>
public sealed class CodeShapeTests
{
    [Fact]
    public void Namespaces_stand_for_the_whole_file_usings_outside_them_and_every_type_and_member_says_who_may_see_it()
    {
        string[] files = [.. Files()];
        Assert.True(files.Length > 200, $"Only {files.Length} files were found.");
        Assert.Empty(files
            .AsParallel()
            .SelectMany(f => Faults(File.ReadAllText(f)).Select(w => $"{Path.GetRelativePath(Checkout.Root, f)}{w}"))
            .Order());
    }

    [Theory]
    [InlineData("namespace A { public class B; }", "(1): a namespace in braces")]
    [InlineData("namespace A;\nusing System;", "(2): a using inside a namespace")]
    [InlineData("namespace A;\nclass B;", "(2): class B; says nothing of who may see it")]
    [InlineData("public class B\n{\n    int c;\n}", "(3): int c; says nothing of who may see it")]
    [InlineData("public class B\n{\n    B() { }\n}", "(3): B() { } says nothing of who may see it")]
    public void What_is_wrong_is_told_with_its_line(string code, string wrong) => Assert.Equal([wrong], Faults(code));

    [Theory]
    [InlineData("using System;\nnamespace A;\npublic interface I { int P { get; } void M(); }")]
    [InlineData("public class B : I { static B() { } ~B() { } int I.P => 0; public int this[int i] => i; }")]
    [InlineData("public static partial class B { static partial void M(); }\npublic enum E { One }")]
    [InlineData("file class B { protected internal void M() { int local() => 1; local(); } }")]
    public void What_is_well_is_left_alone(string code) => Assert.Empty(Faults(code));

    private static IEnumerable<string> Faults(string code)
    {
        SyntaxTree tree = CSharpSyntaxTree.ParseText(code, new CSharpParseOptions(LanguageVersion.Preview));
        foreach (SyntaxNode node in tree
            .GetRoot()
            .DescendantNodes(n => n is not BlockSyntax and not ArrowExpressionClauseSyntax))
        {
            string? wrong = node switch
            {
                NamespaceDeclarationSyntax => "a namespace in braces",
                UsingDirectiveSyntax { Parent: BaseNamespaceDeclarationSyntax } => "a using inside a namespace",
                MemberDeclarationSyntax member when IsMute(member) => $"{FirstWords(member)} says nothing of who may "
                    + "see it",
                _ => null,
            };
            if (wrong is not null)
            {
                yield return $"({node.GetLocation().GetLineSpan().StartLinePosition.Line + 1}): {wrong}";
            }
        }
    }

    // Interfaces' members, enums' members, finalizers, static constructors and explicit implementations cannot or need
    // not say.
    private static bool IsMute(MemberDeclarationSyntax member) =>
        member is BaseTypeDeclarationSyntax or DelegateDeclarationSyntax or BaseFieldDeclarationSyntax
            or BaseMethodDeclarationSyntax or BasePropertyDeclarationSyntax
        && member is not DestructorDeclarationSyntax
        && member.Parent is not InterfaceDeclarationSyntax
        && member is not MethodDeclarationSyntax { ExplicitInterfaceSpecifier: not null }
        && member is not BasePropertyDeclarationSyntax { ExplicitInterfaceSpecifier: not null }
        && !(member is ConstructorDeclarationSyntax && member.Modifiers.Any(SyntaxKind.StaticKeyword))
        && !(member is MethodDeclarationSyntax && member.Modifiers.Any(SyntaxKind.PartialKeyword))
        && !member.Modifiers.Any(m =>
            m.Kind() is SyntaxKind.PublicKeyword or SyntaxKind.PrivateKeyword or SyntaxKind.InternalKeyword
            or SyntaxKind.ProtectedKeyword or SyntaxKind.FileKeyword);

    private static string FirstWords(MemberDeclarationSyntax member) => member.ToString().Split('\n')[0];

    private static IEnumerable<string> Files() =>
        new[] { "src", "tests" }.SelectMany(f => Directory.EnumerateFiles(
            Path.Combine(Checkout.Root, f),
            "*.cs",
            SearchOption.AllDirectories))
            .Where(f => !f.Contains(
                $"{Path.DirectorySeparatorChar}Migrations{Path.DirectorySeparatorChar}",
                StringComparison.Ordinal));
}
