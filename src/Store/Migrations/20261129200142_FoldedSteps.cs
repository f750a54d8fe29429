using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class FoldedSteps : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "Folded",
                table: "StepEntries",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Folded",
                table: "StepEntries");
        }
    }
}
